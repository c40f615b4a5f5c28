import type { IncomingMessage } from 'node:http'
import { pipeline, Transform, type Readable } from 'node:stream'
import { inThousands, LIMITS } from '@unhurried/core'
import type { Context } from 'koa'
import rawBody from 'raw-body'
import { Problem } from './problems'

/** A request whose bytes stop coming for so long is let go, like one whose headers do. */
const SILENCE = 15_000
/** Nested deeper than anything we take. */
const DEEPEST = 64
/** Objects and lists, and values in them, of the largest honest request: checked before anything is made of them. */
const MOST = { parts: 120_000, values: 1_500_000 } as const

/** Bytes from which on joining them is felt. */
const LARGE = 1_000_000

const SLOW = 'The request stopped arriving half way. Send it again.'

/** Lets a request go that sends nothing for a while; gives the function that ends the watch. */
function watched(request: IncomingMessage, onSilence: () => void): () => void {
  const timer = setTimeout(onSilence, SILENCE)
  const heard = () => void timer.refresh()
  request.on('data', heard)
  return () => {
    clearTimeout(timer)
    request.off('data', heard)
  }
}

/** A body of known length is laid where it belongs as it comes: joining tens of megabytes at the end holds everybody up. */
async function bytesAsTheyCome(request: IncomingMessage, length: number): Promise<Buffer> {
  const bytes = Buffer.allocUnsafeSlow(length)
  let filled = 0
  for await (const chunk of request as AsyncIterable<Buffer>) filled += chunk.copy(bytes, filled)
  if (filled < length) throw new Error('The request ended early.')
  return bytes
}

export async function readBytes(ctx: Context, limit: number): Promise<Buffer> {
  let silent = false
  const length = ctx.request.length
  const large = length > LARGE && length <= limit
  const reading = large ? bytesAsTheyCome(ctx.req, length) : rawBody(ctx.req, { limit, length })
  const done = watched(ctx.req, () => {
    silent = true
    ctx.req.destroy()
  })
  return reading.finally(done).catch((error: { type?: string }) => {
    if (error.type === 'entity.too.large')
      throw new Problem(413, `This request is larger than ${Math.round(limit / 1024)} KiB. Send it in smaller parts.`)
    if (silent) throw new Problem(408, SLOW)
    throw new Problem(400, 'The request ended before all of it arrived. Send it again.')
  })
}

/** The bytes of a request as they come; nothing is taken from it before somebody reads. */
export function streamOf(ctx: Context, limit: number): Readable {
  if ((ctx.request.length ?? 0) > limit)
    throw new Problem(413, `This is larger than ${Math.round(limit / 1e6)} MB. Save it smaller.`)
  const timer = setTimeout(() => ctx.req.destroy(new Problem(408, SLOW)), SILENCE)
  const passed = new Transform({
    transform(chunk, _encoding, done) {
      timer.refresh()
      done(null, chunk)
    },
  })
  pipeline(ctx.req, passed, () => clearTimeout(timer))
  return passed
}

const TOO_MUCH = `This request holds too much at once: a stroke can hold at most ${inThousands(LIMITS.strokePoints)} points, and a request some hundreds of them. Send it in smaller parts.`

const [QUOTE, BACKSLASH, OPEN, CLOSE, LIST, END, COMMA] = ['"', '\\', '{', '}', '[', ']', ','].map((sign) =>
  sign.charCodeAt(0),
) as [number, number, number, number, number, number, number]

/** Counts what a JSON text would become, without making it, and no further than it may go. Errors: Problem 422 when it is nested too deeply or holds too much. */
function requireModest(text: Uint8Array): void {
  let [depth, parts, values] = [0, 0, 0]
  let quoted = false
  for (let i = 0; i < text.length; i++) {
    const sign = text[i]!
    if (quoted) {
      if (sign === BACKSLASH) i++
      else if (sign === QUOTE) quoted = false
    } else if (sign === QUOTE) quoted = true
    else if (sign === COMMA) {
      if (++values > MOST.values) throw new Problem(422, TOO_MUCH)
    } else if (sign === OPEN || sign === LIST) {
      if (++parts > MOST.parts) throw new Problem(422, TOO_MUCH)
      if (++depth > DEEPEST)
        throw new Problem(422, 'This request is nested more deeply than anything that is kept here.')
    } else if (sign === CLOSE || sign === END) depth--
  }
}

export async function readJson(ctx: Context, limit: number): Promise<unknown> {
  if (!ctx.request.is('application/json'))
    throw new Problem(415, 'Send the request as JSON (content-type application/json).')
  const bytes = await readBytes(ctx, limit)
  requireModest(bytes)
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    throw new Problem(400, 'The request is not valid JSON.')
  }
}
