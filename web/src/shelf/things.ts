import type { Router } from 'vue-router'
import type { ShelvedScene } from '../api/api'
import type { Thing } from '../parts/things/things'
import type { Shelf } from './useShelf'

/** What can be done with the scene whose card is asked about. */
export function thingsOnShelf(shelf: Shelf, router: Router, target: Element): Thing[] {
  const id = target.closest<HTMLElement>('[data-scene]')?.dataset['scene']
  const entry = (shelf.productions.value ?? []).flatMap(({ scenes }) => scenes).find((each) => each.id === id)
  return entry ? [sceneThing(shelf, router, entry)] : []
}

function sceneThing(shelf: Shelf, router: Router, entry: ShelvedScene): Thing {
  const to = (name: string, words: string) => ({
    words,
    does: () => router.push({ name, params: { scene: entry.id } }),
  })
  return {
    words: entry.name,
    acts: [
      ...[to('draw', 'Draw on it'), to('plan', 'Plan it'), to('look', 'Look at it a second time')],
      ...[to('log', 'Its log'), to('hand-over', 'Hand it over')],
      { words: 'Copy it with its drawings', does: () => shelf.copyScene(entry, 'everything') },
      { words: 'Copy its set-up alone', does: () => shelf.copyScene(entry, 'set-up') },
      { words: 'Put it away', does: () => shelf.putAway(entry) },
    ],
  }
}
