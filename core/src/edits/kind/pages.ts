import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { idSchema, pageSchema, type Scene } from '../../scene/schema'
import { editKind } from '../edit'

function withPages(scene: Scene, pages: NonNullable<Scene['pages']>): Scene {
  const { pages: _, ...rest } = scene
  return Object.keys(pages).length > 0 ? { ...rest, pages } : rest
}

/** A page of paper for drawings to show, or one that is there with other levels or another name. */
export const pagePut = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('page.put'), page: pageSchema }),
  apply: (scene, { page }) => withPages(scene, { ...scene.pages, [page.id]: page }),
  words: ({ page }) => `the page ${page.name}`,
})

export const pageRemove = editKind({
  pastLocks: true,
  schema: z.strictObject({ type: z.literal('page.remove'), page: idSchema }),
  apply(scene, { page }) {
    if (!scene.pages?.[page]) refuse('This page is not in the scene any more.')
    const { [page]: _, ...others } = scene.pages!
    return withPages(scene, others)
  },
  words: ({ page }, scene) => `the page ${scene.pages?.[page]?.name ?? ''} taken out`,
})
