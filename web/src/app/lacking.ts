import { ref } from 'vue'
import type { Router } from 'vue-router'

/** A part of the app did not come when it was asked for; the server does not answer either. */
export const lacking = ref<'part' | 'server'>()

/** As the browsers say it. */
const DID_NOT_COME = /dynamically imported module|importing a module script|preload css/i

/** Whether the app is there to be loaded: from the server, or kept on this machine, which answers only what reads. */
const isThere = (): Promise<boolean> =>
  fetch('/', { cache: 'no-store' }).then(
    ({ ok }) => ok,
    () => false,
  )

/** Loads the page anew, at another place where one is named; while the app is not there to be loaded, the page stays. */
export async function loadAnew(place?: string): Promise<void> {
  if (!(await isThere())) lacking.value = 'server'
  else if (place === undefined) location.reload()
  else location.assign(place)
}

/**
 * Minds parts of the app that do not come, as when the server is away or has a newer version. What a browser failed to
 * fetch once it never asks for again: only a page loaded anew has it. Whoever goes to a place gets there that way.
 */
export function mindLacking(router: Pick<Router, 'onError'>): void {
  window.addEventListener('vite:preloadError', () => (lacking.value ??= 'part'))
  router.onError((error, to, from) => {
    if (!DID_NOT_COME.test(String(error))) return
    lacking.value ??= 'part'
    // A page that never came would only be loaded again and again.
    if (from.matched.length > 0) void loadAnew(to.fullPath)
  })
}
