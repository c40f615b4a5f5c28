import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { CommandId } from '../../desk/commands/commands'
import { sayWhy } from '../../session/scene'
import { wantedAct } from '../../session/wanted'
import type { Act, Doing } from './doing'
import { guideSections } from './guide-pages'
import { begins, comes, reach } from './reach'
import { finder, foundBy, reader } from './search'

/** Of the tray what is there whatever tool is in hand. */
const TRAY = { thing: 'light table' }

const placeOf = (doing: Doing): string => (doing.is === 'command' ? 'draw' : doing.name)

/** Has the desk do something, as soon as it is there. */
function onDesk(id: CommandId): Promise<void> {
  wantedAct.value = id
  return new Promise((resolve) => {
    const unwatch = watch(
      wantedAct,
      (wanted) => {
        if (wanted === id) return
        unwatch()
        resolve()
      },
      { flush: 'sync' },
    )
  })
}

const notThere = ({ words, when }: Act): Error =>
  new Error(`“${words}” is not there just now${when ? `: it is once ${when}` : ''}.`)

/** The line in which any act is found, and what it does with the one that is chosen. */
export function useFind(close: () => void) {
  const route = useRoute()
  const router = useRouter()
  const words = ref('')
  const find = finder()
  /** Where the guide speaks of something; it is read while one types. */
  const read = shallowRef<ReturnType<typeof reader>>(() => [])
  guideSections().then(
    (sections) => (read.value = reader(sections)),
    // Where the guide does not come acts are found all the same.
    () => undefined,
  )
  const found = computed(() => foundBy(words.value, find, read.value))
  const at = ref(0)
  watch(words, () => (at.value = 0))
  const scene = computed(() => (typeof route.params['scene'] === 'string' ? route.params['scene'] : undefined))
  /** Acts of a scene wait for one to be open. */
  const needsScene = ({ doing }: Act) => doing.is !== 'page' && scene.value === undefined

  async function act(chosen: Act) {
    if (needsScene(chosen)) return
    const { doing } = chosen
    close()
    // The line gives the focus back before anything else takes it.
    await nextTick()
    if (doing.is === 'page') await router.push({ name: doing.name, params: doing.params ?? {} })
    else {
      const query = doing.is === 'place' ? (doing.query ?? {}) : {}
      await router.push({ name: placeOf(doing), params: { scene: scene.value! }, query })
    }
    await done(chosen)
  }

  async function done(chosen: Act) {
    const { via, tool, ...doing } = chosen.doing
    // On a table that was cleared nothing lies round the paper.
    if (via && placeOf(chosen.doing) === 'draw' && 'cleared' in document.documentElement.dataset) await onDesk('clear')
    if (doing.is === 'command') await onDesk(doing.id)
    if (tool && (await comes(TRAY)) && !begins(via ?? [])) await onDesk(tool)
    if (via && !(await reach(via))) sayWhy(notThere(chosen))
  }
  return {
    words,
    found,
    at,
    needsScene,
    act,
    step(by: number) {
      if (found.value.length > 0) at.value = (at.value + by + found.value.length) % found.value.length
    },
  }
}
