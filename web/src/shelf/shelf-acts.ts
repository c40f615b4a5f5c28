import { computed, type Ref, type ShallowRef } from 'vue'
import { counted, nameWith } from '@unhurried/core'
import { inWords } from '../api/in-words'
import { allScenes } from '../api/all-scenes'
import { api, type Production, type ShelvedScene } from '../api/api'
import { freshId } from '../api/ids'

/** What was done last, or why it could not be; what is still being done can be stopped. */
export interface Said {
  readonly sentence: string
  readonly wrong: boolean
  readonly stop?: () => void
}
/** What is done to the shelf, on whatever it is by then; done twice it is as if done once. */
export type Change = (shelf: readonly Production[]) => readonly Production[]
interface ShelfState {
  /** As the server has it, as far as it is known. */
  readonly kept: ShallowRef<readonly Production[] | undefined>
  /** What is shown on top of it and not kept yet. */
  readonly underWay: ShallowRef<readonly Change[]>
  readonly productions: Readonly<Ref<readonly Production[] | undefined>>
  readonly said: Ref<Said | undefined>
  readonly load: () => Promise<void>
}

/** A scene on the shelf, moved by so many places, or to the end of another production. */
interface Move {
  readonly production: string
  /** The place it has then, counted from 0. */
  readonly at: number
}

/** The shelf as it is shown: as it is kept, with all on top that is being done. */
export const shownOn = ({ kept, underWay }: Pick<ShelfState, 'kept' | 'underWay'>) =>
  computed(() => kept.value && underWay.value.reduce((shelf, change) => change(shelf), kept.value))

/** The scenes without one, and with it at a place of a production. */
export function withMoved(shelf: readonly Production[], scene: ShelvedScene, to: Move): Production[] {
  return shelf.map((production) => {
    const had = production.scenes.some(({ id }) => id === scene.id)
    const others = had ? production.scenes.filter(({ id }) => id !== scene.id) : production.scenes
    const gets = production.id === to.production
    return {
      ...production,
      scenes: gets ? others.toSpliced(to.at, 0, scene) : others,
      count: production.count + Number(gets) - Number(had),
    }
  })
}

/** A shelf without a scene that was put away or forgotten. */
const without = (shelf: readonly Production[], scene: string): Production[] =>
  withMoved(shelf, { id: scene } as ShelvedScene, { production: '', at: 0 })

interface Act {
  /** What it does to the shelf; absent: nothing that could be shown before it is done. */
  readonly change?: Change
  readonly work: () => Promise<unknown>
  /** What is said when it is done. */
  readonly sentence?: string
}

/** What is done to the shelf. Each act is shown at once; one that fails is said, and is shown no more. */
export function shelfActs(state: ShelfState) {
  const shelf = { ...state, now: () => state.productions.value ?? [], act: actOn(state) }
  return { ...sceneActs(shelf), ...productionActs(shelf) }
}
type ActedOn = ShelfState & {
  readonly now: () => readonly Production[]
  readonly act: ReturnType<typeof actOn>
}

const actOn = ({ kept, underWay, said }: ShelfState) =>
  /** Gives whether it was done. */
  async function act({ change = (shelf) => shelf, work, sentence = '' }: Act): Promise<boolean> {
    underWay.value = [...underWay.value, change]
    try {
      await work()
      if (kept.value) kept.value = change(kept.value)
      said.value = sentence ? { sentence, wrong: false } : undefined
      return true
    } catch (error) {
      said.value = { sentence: inWords(error), wrong: true }
      return false
    } finally {
      underWay.value = underWay.value.filter((each) => each !== change)
    }
  }

function sceneActs({ now, act, load }: ActedOn) {
  const named =
    (scene: string, name: string): Change =>
    (shelf) =>
      shelf.map((each) => ({
        ...each,
        scenes: each.scenes.map((entry) => (entry.id === scene ? { ...entry, name } : entry)),
      }))
  return {
    async moveScene(scene: ShelvedScene, to: Move) {
      const shown = withMoved(now(), scene, to)
      const row = shown.find(({ id }) => id === to.production)
      const after = row?.scenes[to.at + 1]
      const place = { production: to.production, before: after?.id ?? null }
      const change: Change = (shelf) => withMoved(shelf, scene, to)
      const done = await act({ change, work: () => api.shelveScene(scene.id, place) })
      // Behind those that are shown lie others: it went behind them all.
      if (done && row && !after && row.scenes.length < row.count) await load()
    },
    renameScene: (scene: ShelvedScene, name: string) =>
      act({
        change: named(scene.id, name),
        work: () => api.shelveScene(scene.id, { name }),
      }),
    async copyScene(scene: ShelvedScene, copies: 'everything' | 'set-up') {
      const name = nameOfCopy(scene.name, copies === 'everything' ? 'copy' : 'the same set-up')
      const work = () => api.copyScene(scene.id, { id: freshId(), name, copies })
      if (await act({ work, sentence: `${name} stands beside it.` })) await load()
    },
    putAway: (scene: ShelvedScene) =>
      act({
        change: (shelf) => without(shelf, scene.id),
        work: () => api.shelveScene(scene.id, { away: true }),
        sentence: `${scene.name} is put away, whole. It can be brought back from the drawer at any time.`,
      }),
    forget: (scene: ShelvedScene) =>
      act({
        change: (shelf) => without(shelf, scene.id),
        work: () => api.forgetScene(scene.id, false),
        sentence: `${scene.name} lies in the drawer and can be brought back.`,
      }),
  }
}

function productionActs({ now, act, load, said }: ActedOn) {
  return {
    changeProduction: (production: Production, fields: ProductionFields) =>
      act({
        change: (shelf) => withProduction(shelf, production, fields),
        work: () => api.changeProduction(production.id, fields),
        ...(fields.away && { sentence: `${production.name} is put away with its scenes; the drawer has it.` }),
      }),
    /** Moves a production to a place among the others, counted from 0. */
    async moveProduction(id: string, at: number) {
      const apart = (shelf: readonly Production[]) => shelf.filter((each) => each.id !== id)
      const before = apart(now())[at]?.id ?? null
      await act({
        change: (shelf) => apart(shelf).toSpliced(at, 0, ...shelf.filter((each) => each.id === id)),
        work: () => api.changeProduction(id, { before }),
      })
    },
    /** Copies a production with all its scenes, one after the other, then its reels and its library; what was copied when it is stopped stays. */
    async copyProduction(production: Production) {
      const name = nameOfCopy(production.name, 'copy')
      let [copied, stopped] = [0, false]
      const tell = () =>
        (said.value = {
          sentence: `Copying ${production.name}: ${copied} of ${counted(production.count, 'scene')} …`,
          wrong: false,
          stop: () => (stopped = true),
        })
      const work = async () => {
        const id = freshId()
        tell()
        await api.createProduction({ id, name, limitsOf: production.id })
        const now = new Map<string, string>()
        for await (const scene of allScenes(production)) {
          if (stopped) return
          const own = freshId()
          await api.copyScene(scene.id, { id: own, name: scene.name, copies: 'everything', production: id })
          now.set(scene.id, own)
          copied++
          tell()
        }
        // Fetched when a production is first copied.
        await (await import('./beside-scenes')).copyBeside(production.id, { production: id, now })
      }
      if (await act({ work }))
        said.value = { sentence: `${name} stands last, with ${counted(copied, 'scene')}.`, wrong: false }
      await load()
    },
    forgetProduction: (production: Production) =>
      act({
        change: (shelf) => shelf.filter(({ id }) => id !== production.id),
        work: () => api.forgetProduction(production.id),
      }),
  }
}

const nameOfCopy = (name: string, what: string) => nameWith(name, ` · ${what}`)

interface ProductionFields {
  name?: string
  away?: boolean
}
function withProduction(
  shelf: readonly Production[],
  production: Production,
  { name, away }: ProductionFields,
): Production[] {
  if (away) return shelf.filter(({ id }) => id !== production.id)
  return shelf.map((each) => (each.id === production.id && name !== undefined ? { ...each, name } : each))
}
