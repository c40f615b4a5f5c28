import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { wantedAct } from '../../session/wanted'
import type { Act } from './acts'
import { finder } from './search'

/** How long a thing that was found is marked, in milliseconds. */
const MARKED = 1600
/** A place is fetched and laid out in less. */
const PATIENCE = 4000

/** Waits for a thing to be on the page; undefined when it does not come. */
function thingThere(name: string): Promise<HTMLElement | undefined> {
  const began = performance.now()
  return new Promise((resolve) => {
    const look = () => {
      const found = document.querySelector<HTMLElement>(`[data-thing="${name}"]`)
      if (found || performance.now() - began > PATIENCE) resolve(found ?? undefined)
      else requestAnimationFrame(look)
    }
    look()
  })
}

/** Brings a thing into sight, gives it the focus and marks it for a moment. */
async function show(name: string) {
  const thing = await thingThere(name)
  if (!thing) return
  thing.scrollIntoView({ block: 'nearest' })
  const focused = thing.matches('button, a, input') ? thing : thing.querySelector<HTMLElement>('button, a, input')
  focused?.focus()
  thing.classList.add('found-thing')
  setTimeout(() => thing.classList.remove('found-thing'), MARKED)
}

/** The line in which any act is found, and what it does with the one that is chosen. */
export function useFind(close: () => void) {
  const route = useRoute()
  const router = useRouter()
  const words = ref('')
  const find = finder()
  const found = computed(() => find(words.value))
  const at = ref(0)
  watch(found, () => (at.value = 0))
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
      const name = doing.is === 'command' ? 'draw' : doing.name
      const query = doing.is === 'place' ? (doing.query ?? {}) : {}
      await router.push({ name, params: { scene: scene.value! }, query })
    }
    if (doing.is === 'command') wantedAct.value = doing.id
    else if (doing.thing) await show(doing.thing)
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
