import type { Edit, Limits, Pass, ProductionDocument, Scene } from '@unhurried/core'
import type { Summary } from '@unhurried/core/api'
import { EntitySchema } from 'typeorm'

export interface ProductionRow {
  id: string
  name: string
  limits: Limits
  position: number
  awayAt: Date | null
  createdAt: Date
  /** Its reels and its library; null: it has none yet. */
  document: ProductionDocument | null
  documentVersion: number
}
interface SceneRow {
  id: string
  production: string
  position: number
  version: number
  summary: Summary | null
  summaryVersion: number
  notice: string
  awayAt: Date | null
  forgottenAt: Date | null
  /** What it takes in the database, as last summed up. */
  bytes: string
  findings: number | null
  createdAt: Date
  updatedAt: Date
}
interface EditRow {
  scene: string
  version: number
  id: string
  edit: Edit
  words: string
  kind: Edit['type'] | null
  drawing: string | null
  madeAt: Date
}
/** The scene as it was at one version; a passing one is only where replay begins now. */
interface SnapshotRow {
  scene: string
  version: number
  document: Scene
  passing: boolean
  whole: boolean
}
/** The lines of one pass with all edits up to a version in them. */
interface InkRow {
  scene: string
  drawing: string
  pass: Pass
  bytes: Buffer
  version: number
}
/** That an edit wrote on a drawing. */
interface InkEditRow {
  scene: string
  drawing: string
  version: number
}
export interface FactRow {
  name: string
  value: string
}

const timestamp = (name: string, createDate = false, updateDate = false) =>
  ({ name, type: 'timestamptz', createDate, updateDate }) as const

export const productionEntity = new EntitySchema<ProductionRow>({
  name: 'production',
  columns: {
    id: { type: 'text', primary: true },
    name: { type: 'text' },
    limits: { type: 'jsonb', default: {} },
    document: { type: 'jsonb', nullable: true },
    documentVersion: { name: 'document_version', type: 'int', default: 0 },
    position: { type: 'double precision', generated: 'increment' },
    awayAt: { name: 'away_at', type: 'timestamptz', nullable: true },
    createdAt: timestamp('created_at', true),
  },
})

const sceneEntity = new EntitySchema<SceneRow>({
  name: 'scene',
  columns: {
    id: { type: 'text', primary: true },
    production: { type: 'text' },
    position: { type: 'double precision', generated: 'increment' },
    version: { type: 'int' },
    summary: { type: 'jsonb', nullable: true },
    summaryVersion: { name: 'summary_version', type: 'int', default: -1 },
    notice: { type: 'text', default: '' },
    awayAt: { name: 'away_at', type: 'timestamptz', nullable: true },
    forgottenAt: { name: 'forgotten_at', type: 'timestamptz', nullable: true },
    bytes: { type: 'bigint', default: 0 },
    findings: { type: 'int', nullable: true },
    createdAt: timestamp('created_at', true),
    updatedAt: timestamp('updated_at', false, true),
  },
})

const editEntity = new EntitySchema<EditRow>({
  name: 'edit',
  columns: {
    scene: { type: 'text', primary: true },
    version: { type: 'int', primary: true },
    id: { type: 'text' },
    edit: { type: 'jsonb' },
    words: { type: 'text' },
    kind: { type: 'text', nullable: true },
    drawing: { type: 'text', nullable: true },
    madeAt: timestamp('made_at', true),
  },
})

const inkEntity = new EntitySchema<InkRow>({
  name: 'ink',
  columns: {
    scene: { type: 'text', primary: true },
    drawing: { type: 'text', primary: true },
    pass: { type: 'text', primary: true },
    bytes: { type: 'bytea' },
    version: { type: 'int', default: 0 },
  },
})

const inkEditEntity = new EntitySchema<InkEditRow>({
  name: 'ink_edit',
  columns: {
    scene: { type: 'text', primary: true },
    drawing: { type: 'text', primary: true },
    version: { type: 'int', primary: true },
  },
})

const snapshotEntity = new EntitySchema<SnapshotRow>({
  name: 'snapshot',
  columns: {
    scene: { type: 'text', primary: true },
    version: { type: 'int', primary: true },
    document: { type: 'jsonb' },
    passing: { type: 'boolean', default: false },
    whole: { type: 'boolean', default: false },
  },
})

/** Small facts about this database, such as that the sample film was put on the shelf. */
export const factEntity = new EntitySchema<FactRow>({
  name: 'fact',
  columns: { name: { type: 'text', primary: true }, value: { type: 'text' } },
})

export const entities = [
  productionEntity,
  sceneEntity,
  editEntity,
  snapshotEntity,
  inkEntity,
  inkEditEntity,
  factEntity,
]
