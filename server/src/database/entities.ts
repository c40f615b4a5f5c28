import type { Edit, Limits, Pass, Scene } from '@unhurried/core'
import { EntitySchema } from 'typeorm'

export interface ProductionRow { id: string; name: string; limits: Limits; position: number; createdAt: Date }
export interface SceneRow { id: string; production: string; position: number; document: Scene; version: number; createdAt: Date; updatedAt: Date }
export interface EditRow { scene: string; version: number; id: string; edit: Edit; words: string; madeAt: Date }
/** The scene as it was at one version. */
export interface MomentRow { scene: string; version: number; document: Scene }
export interface InkRow { scene: string; drawing: string; pass: Pass; bytes: Buffer }
export interface MarkRow { name: string; value: string }

const moment = (name: string, createDate = false, updateDate = false) => ({ name, type: 'timestamptz', createDate, updateDate }) as const

export const productionEntity = new EntitySchema<ProductionRow>({
  name: 'production',
  columns: {
    id: { type: 'text', primary: true },
    name: { type: 'text' },
    limits: { type: 'jsonb', default: {} },
    position: { type: 'int', generated: 'increment' },
    createdAt: moment('created_at', true),
  },
})

export const sceneEntity = new EntitySchema<SceneRow>({
  name: 'scene',
  columns: {
    id: { type: 'text', primary: true },
    production: { type: 'text' },
    position: { type: 'int', generated: 'increment' },
    document: { type: 'jsonb' },
    version: { type: 'int' },
    createdAt: moment('created_at', true),
    updatedAt: moment('updated_at', false, true),
  },
})

export const editEntity = new EntitySchema<EditRow>({
  name: 'edit',
  columns: {
    scene: { type: 'text', primary: true },
    version: { type: 'int', primary: true },
    id: { type: 'text' },
    edit: { type: 'jsonb' },
    words: { type: 'text' },
    madeAt: moment('made_at', true),
  },
})

export const inkEntity = new EntitySchema<InkRow>({
  name: 'ink',
  columns: {
    scene: { type: 'text', primary: true },
    drawing: { type: 'text', primary: true },
    pass: { type: 'text', primary: true },
    bytes: { type: 'bytea' },
  },
})

export const momentEntity = new EntitySchema<MomentRow>({
  name: 'moment',
  columns: { scene: { type: 'text', primary: true }, version: { type: 'int', primary: true }, document: { type: 'jsonb' } },
})

/** Small facts about this database, such as that the sample film was put on the shelf. */
export const markEntity = new EntitySchema<MarkRow>({
  name: 'mark',
  columns: { name: { type: 'text', primary: true }, value: { type: 'text' } },
})

export const entities = [productionEntity, sceneEntity, editEntity, momentEntity, inkEntity, markEntity]
