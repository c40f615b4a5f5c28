import type { Router } from 'vue-router'
import { followThingsAsked, thingsAt, type Thing } from '../parts/things/things'

export interface ThingsShown {
  readonly things: readonly Thing[]
  readonly at: { readonly clientX: number; readonly clientY: number }
}

/** What can be done wherever one is. */
function here(router: Router, find: () => void): Thing {
  const { name } = router.currentRoute.value
  const to = (where: string, words: string, given = {}) => ({
    words,
    does: () => router.push({ name: where, params: given }),
  })
  return {
    words: 'Anywhere',
    acts: [
      { words: 'Find anything …', key: '/', does: find },
      ...(name === 'shelf' ? [] : [to('shelf', 'To the shelf')]),
      ...(name === 'guide' ? [] : [to('guide', 'To the guide', { page: 'shelf' })]),
    ],
  }
}

/** Shows what can be done with whatever is asked about, wherever that is; gives what ends it. */
export const followThings = (router: Router, find: () => void, show: (shown: ThingsShown) => void): (() => void) =>
  followThingsAsked(async (target, at) => {
    const things = await thingsAt(target, at)
    if (things) show({ things: [...things, here(router, find)], at })
  })
