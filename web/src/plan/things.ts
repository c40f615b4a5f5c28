import type { Router } from 'vue-router'
import { roleActs } from '../parts/things/role-acts'
import type { Thing } from '../parts/things/things'
import type { useScene } from '../session/scene'

interface OnPlan {
  readonly store: ReturnType<typeof useScene>
  readonly router: Router
  readonly putKey: () => void
  readonly addLevel: () => void
}

/** What can be done where one is on the strip of time. */
export function thingsOnStrip(plan: OnPlan): Thing[] {
  return [frameThing(plan), levelThing(plan)]
}

function frameThing({ store, router, putKey }: OnPlan): Thing {
  const drawing = store.here?.frame === store.frame ? store.scene!.drawings[store.drawing ?? ''] : undefined
  const name = store.scene!.levels[store.level]!.name
  const draw = {
    words: 'Draw here',
    key: 'Enter',
    does: () => router.push({ name: 'draw', params: { scene: store.id } }),
  }
  if (!drawing)
    return {
      words: `Frame ${store.frame} of level ${name}`,
      acts: [
        { words: 'Put a key here', key: 'Enter', does: putKey },
        { ...draw, key: undefined },
      ],
    }
  return {
    words: `Drawing ${drawing.number}`,
    acts: [
      draw,
      ...roleActs(store, drawing),
      { words: 'Take it out', does: () => store.change({ type: 'drawing.remove', drawing: drawing.id }) },
    ],
  }
}

function levelThing({ store, addLevel }: OnPlan): Thing {
  const { level } = store
  const { name, loop } = store.scene!.levels[level]!
  return {
    words: `Level ${name}`,
    acts: [
      {
        words: loop ? 'No loop' : 'A loop',
        does: () => store.change({ type: 'level.set', level, fields: { loop: !loop } }),
      },
      { words: 'Renumber its drawings', does: () => store.change({ type: 'drawings.renumber', level }) },
      { words: 'Put a level on top', does: addLevel },
    ],
  }
}
