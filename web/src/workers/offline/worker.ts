import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching'
import { NavigationRoute, registerRoute } from 'workbox-routing'
import { takeOverSchema, type Others } from './messages'

declare const self: ServiceWorkerGlobalScope & { readonly __WB_MANIFEST: (PrecacheEntry | string)[] }

/** Routes a browser takes without waking this worker, where it knows them. */
interface InstallEvent extends ExtendableEvent {
  addRoutes?: (route: { condition: { urlPattern: string }; source: 'network' }) => Promise<void>
}

// Everything the page is made of is on this machine from the first visit on: all of one version, or none of it.
precacheAndRoute(self.__WB_MANIFEST)
cleanupOutdatedCaches()
registerRoute(new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/api\//] }))

self.addEventListener('install', (event: InstallEvent) => {
  const passed = event.addRoutes?.({ condition: { urlPattern: '/api/*' }, source: 'network' })
  if (passed) event.waitUntil(passed.catch(() => undefined))
})
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

// A newer version never takes a page's parts away from under it: it waits until its page alone is open, and asks.
self.addEventListener('message', (event) => {
  if (!takeOverSchema.safeParse(event.data).success) return
  event.waitUntil(
    self.clients.matchAll({ type: 'window', includeUncontrolled: true }).then(async (windows) => {
      const answer: Others = { others: windows.length - 1 }
      if (answer.others === 0) await self.skipWaiting()
      event.ports[0]?.postMessage(answer)
    }),
  )
})
