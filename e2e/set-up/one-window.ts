import type { Browser, BrowserContext, Page } from '@playwright/test'

/**
 * A browser window with one page, in which tests are done one after the other. Each finds nothing of the one before:
 * the app is loaded anew and nothing is kept. Only what Chromium loaded and compiled of its files is still at hand,
 * without which opening the app takes more than twice the time.
 */
export interface TestWindow {
  readonly context: BrowserContext
  readonly page: Page
  /** Makes it as good as new. */
  clear: () => Promise<void>
  /** Whether a test left in it what loading the app anew does not undo. */
  isSpent: () => boolean
}

/** What a page or its window is told once and for all. */
const LASTING = [
  'addInitScript',
  'emulateMedia',
  'exposeBinding',
  'exposeFunction',
  'grantPermissions',
  'newCDPSession',
  'on',
  'once',
  'route',
  'routeFromHAR',
  'routeWebSocket',
  'setExtraHTTPHeaders',
  'setGeolocation',
  'setOffline',
]

/** Tells of each call by which something lasting is asked of a page or a window. */
function onLasting(asked: Page | BrowserContext, tell: () => void) {
  const calls = asked as unknown as Record<string, (...words: unknown[]) => unknown>
  for (const name of LASTING) {
    const own = calls[name]
    if (!own) continue
    calls[name] = (...words) => {
      tell()
      return own.apply(asked, words)
    }
  }
}

/** Fades are seen by nobody here, and waiting for them takes as long as the tests themselves. */
function withoutFades() {
  const still = new CSSStyleSheet()
  still.replaceSync('*, *::before, *::after { transition-duration: 0s !important; animation-duration: 0s !important }')
  document.adoptedStyleSheets.push(still)
}

/** @param url where the app is served */
export async function openTestWindow(browser: Browser, url: string): Promise<TestWindow> {
  const context = await browser.newContext()
  const page = await context.newPage()
  await page.addInitScript(withoutFades)
  const size = page.viewportSize()!
  const storage = await context.newCDPSession(page)
  let isSpent = false
  for (const asked of [page, context]) onLasting(asked, () => (isSpent = true))
  return {
    context,
    page,
    isSpent: () => isSpent || page.isClosed() || context.pages().length > 1,
    async clear() {
      // An address that answers with a few words: no page of the app is there while what it kept is taken away.
      await page.goto(`${url}/api/nothing`)
      await page.evaluate(() => sessionStorage.clear())
      await storage.send('Storage.clearDataForOrigin', { origin: url, storageTypes: 'cookies,local_storage,indexeddb' })
      await page.setViewportSize(size)
      await page.mouse.move(-1, -1)
    },
  }
}
