import { ref } from 'vue'
import { othersSchema, type TakeOver } from '../workers/offline/messages'

/** Whether a newer version of the app is on this machine and waits. */
export const newerVersion = ref(false)
let waiting: ServiceWorker | undefined

/**
 * Keeps the app on this machine, so that it opens while the server is away, and finds newer versions of it. A newer
 * one takes over by itself only where nothing is drawn.
 */
export async function keepApp(drawsNothing: () => boolean): Promise<void> {
  if (!('serviceWorker' in navigator)) return
  const registration = await navigator.serviceWorker.register('/worker.js', { updateViaCache: 'none' })
  const look = () => {
    // The first there is takes over nothing.
    if (!registration.waiting || !navigator.serviceWorker.controller) return
    waiting = registration.waiting
    newerVersion.value = true
    if (drawsNothing()) void takeNewerVersion()
  }
  registration.addEventListener('updatefound', () => registration.installing?.addEventListener('statechange', look))
  look()
}

/** Loads the page anew with the newer version; gives how many other windows of the app have to be closed before. */
export async function takeNewerVersion(): Promise<number> {
  const worker = waiting
  if (!worker) return 0
  const { port1, port2 } = new MessageChannel()
  const answered = new Promise<number>((resolve) => {
    port1.onmessage = ({ data }) => resolve(othersSchema.parse(data).others)
  })
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true })
  worker.postMessage({ kind: 'take-over' } satisfies TakeOver, [port2])
  return answered
}
