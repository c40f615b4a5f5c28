import { ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { api, type FoundScene, type Production } from '../api/api'
import { inTurn } from '../api/in-turn'
import { useFetching } from '../api/fetching'
import { shelfActs, shownOn, type Change, type Said } from './shelf-acts'

/** The shelf, what is looked for on it, and what is done to it. */
export function useShelf() {
  const kept = shallowRef<readonly Production[]>()
  const underWay = shallowRef<readonly Change[]>([])
  const productions = shownOn({ kept, underWay })
  const found = shallowRef<{ count: number; scenes: readonly FoundScene[] }>()
  const { trouble, fetching } = useFetching()
  const said = ref<Said>()

  const load = inTurn(() => fetching(read))
  async function read() {
    try {
      for (;;) {
        const was = kept.value
        const shown = new Map(was?.map(({ id, scenes }) => [id, scenes.length]))
        const fresh = await api.shelf()
        const now = await Promise.all(fresh.map((each) => asFar(each, shown.get(each.id) ?? 0)))
        // An answer that was asked for before something was done is older than that.
        if (kept.value === was) return void (kept.value = now)
      }
    } catch (error) {
      // What is shown already stays.
      if (!productions.value) throw error
      said.value = { sentence: inWords(error), wrong: true }
    }
  }
  void load()

  async function showMore({ id, scenes }: Production) {
    try {
      const more = await api.scenesAfter(id, scenes.at(-1)!.id)
      const known = new Set(scenes.map((scene) => scene.id))
      kept.value = kept.value?.map((each) =>
        each.id === id ? { ...each, scenes: [...each.scenes, ...more.filter((scene) => !known.has(scene.id))] } : each,
      )
    } catch (error) {
      said.value = { sentence: inWords(error), wrong: true }
    }
  }

  let asked = 0
  /** Shows the scenes with these words, or the whole shelf when nothing is looked for. */
  async function search(words: string, left: 'any' | 'to-do' | 'to-mend') {
    const mine = ++asked
    if (words.trim() === '' && left === 'any') return void (found.value = undefined)
    try {
      const answer = await api.findScenes(words.trim(), left)
      if (mine === asked) found.value = answer
    } catch (error) {
      if (mine === asked) said.value = { sentence: inWords(error), wrong: true }
    }
  }

  return {
    ...{ productions, found, trouble, said, load, showMore, search },
    ...shelfActs({ kept, underWay, productions, said, load }),
  }
}
export type Shelf = ReturnType<typeof useShelf>

/** A production with as many scenes as were shown before. */
async function asFar(production: Production, shown: number): Promise<Production> {
  let { scenes } = production
  while (scenes.length < Math.min(shown, production.count)) {
    const more = await api.scenesAfter(production.id, scenes.at(-1)!.id)
    if (more.length === 0) break
    scenes = [...scenes, ...more]
  }
  return { ...production, scenes }
}
