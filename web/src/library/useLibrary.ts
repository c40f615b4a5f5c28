import { counted, type Character, type LibraryColour } from '@unhurried/core'
import { computed, ref } from 'vue'
import type { ShelvedScene } from '../api/api'
import { freshId } from '../api/ids'
import { useProduction } from '../session/production'
import { bringAlong, scenesBehind } from './follow'

/** The library of a production on its page: its entries, who uses which colour, and what is changed everywhere. */
export function useLibrary(production: string) {
  const kept = useProduction(production)
  const entries = computed(() => kept.document.value?.characters ?? [])
  const behind = computed(() => (kept.document.value ? scenesBehind(kept.document.value, kept.scenes.value) : []))
  const progress = ref<{ done: number; of: number }>()
  const said = ref<{ sentence: string; wrong: boolean }>()
  let stopped = false

  /** Scenes that use a colour of an entry, or any of it. */
  const usersOf = (entry: string, colour?: string): ShelvedScene[] =>
    kept.scenes.value.filter(({ linked = [] }) =>
      linked.some((each) => each.entry === entry && (colour === undefined || (each.of === colour && !each.own))),
    )
  /** Painted drawings of some scenes: as many as a changed colour may be seen on. */
  const paintedIn = (scenes: readonly ShelvedScene[]): number =>
    scenes.reduce(
      (sum, { stages = [] }) =>
        sum + stages.reduce((painted, { pass, done }) => painted + (pass === 'colour' ? done : 0), 0),
      0,
    )

  async function follow() {
    stopped = false
    said.value = undefined
    progress.value = { done: 0, of: behind.value.length }
    const { changed, wrong } = await bringAlong(kept.document.value!, kept.scenes.value, {
      onProgress: (done, of) => (progress.value = { done, of }),
      isStopped: () => stopped,
    })
    progress.value = undefined
    await kept.load()
    const sentence = [`${counted(changed, 'scene')} changed.`, ...wrong.slice(0, 3)].join(' ')
    said.value = { sentence, wrong: wrong.length > 0 }
  }
  const stop = () => (stopped = true)

  function add(kind: Character['kind'], name: string) {
    return kept.change({ type: 'character.put', part: { id: freshId(), name, kind } })
  }
  type Head = { readonly [F in keyof Omit<Character, 'colours' | 'sheets'>]: Character[F] | undefined } & {
    readonly id: string
  }
  function changeEntry({ colours: _, sheets: __, ...head }: Character, fields: Partial<Head>) {
    const said = Object.entries({ ...head, ...fields }).filter(([, value]) => value !== undefined && value !== '')
    return kept.change({
      type: 'character.put',
      part: Object.fromEntries(said) as Omit<Character, 'colours' | 'sheets'>,
    })
  }
  const putColour = (entry: string, part: LibraryColour) => kept.change({ type: 'colour.put', of: entry, part })
  const putColours = (entry: string, colours: readonly Omit<LibraryColour, 'id'>[]) =>
    kept.change(
      ...colours.map((colour) => ({ type: 'colour.put' as const, of: entry, part: { ...colour, id: freshId() } })),
    )
  function move(entry: Character, by: 1 | -1) {
    const at = entries.value.indexOf(entry)
    const { colours: _, sheets: __, ...part } = entry
    const before = entries.value[by === 1 ? at + 2 : at - 1]?.id ?? null
    if (entries.value[at + by]) kept.change({ type: 'character.put', part, before })
  }
  return {
    ...kept,
    ...{ production, entries, behind, progress, said, usersOf, paintedIn },
    ...{ follow, stop, add, changeEntry, putColour, putColours, move },
  }
}
export type UsedLibrary = ReturnType<typeof useLibrary>
