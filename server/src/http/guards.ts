import type { Middleware } from 'koa'
import { Problem } from './problems'

const OWN_NAMES = new Set(['127.0.0.1', 'localhost'])

/**
 * Turns away requests that were not meant for this machine or do not come from our own page: a name
 * that merely resolves here (DNS rebinding), and writes that another site makes the browser send.
 */
export const sameOriginOnly: Middleware = async (ctx, next) => {
  const host = ctx.get('host')
  // Node reads the first of two and drops the other; whoever stands between may have read the other.
  const names = ctx.req.rawHeaders.filter((name, i) => i % 2 === 0 && name.toLowerCase() === 'host').length
  if (names > 1) throw new Problem(400, 'A request names its host once.')
  if (!OWN_NAMES.has(host.replace(/:\d+$/, '')))
    throw new Problem(421, 'Open this app at the address it printed when it started.')
  if (ctx.method !== 'GET' && ctx.method !== 'HEAD') {
    const origin = ctx.get('origin')
    const site = ctx.get('sec-fetch-site')
    const foreign =
      (origin !== '' && origin !== `http://${host}`) || (site !== '' && site !== 'same-origin' && site !== 'none')
    if (foreign) throw new Problem(403, 'Changes are taken only from the app’s own page.')
  }
  await next()
}
