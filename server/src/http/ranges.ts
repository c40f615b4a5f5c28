import type { Readable } from 'node:stream'
import type { Context } from 'koa'
import parseRange from 'range-parser'
import { Problem } from './problems'

/** Bytes of which any range can be had. */
export interface Ranged {
  readonly length: number
  /** The bytes from `first` up to, and without, `next`. */
  readonly part: (first: number, next: number) => Readable
}

/** Answers with all the bytes, or with the one range that is asked for (RFC 9110, 14). Errors: Problem 416. */
export function answerRange(ctx: Context, { length, part }: Ranged): void {
  ctx.set('Accept-Ranges', 'bytes')
  const asked = ctx.get('Range')
  const ranges = asked ? parseRange(length, asked) : -2
  if (ranges === -1) {
    ctx.set('Content-Range', `bytes */${length}`)
    throw new Problem(416, `This has ${length} bytes: ask for some of those.`)
  }
  // Several ranges, or what is no range at all, may be answered with everything.
  const one = ranges !== -2 && ranges.type === 'bytes' && ranges.length === 1 ? ranges[0]! : undefined
  const [first, last] = one ? [one.start, one.end] : [0, length - 1]
  if (one) {
    ctx.status = 206
    ctx.set('Content-Range', `bytes ${first}-${last}/${length}`)
  }
  ctx.length = last + 1 - first
  ctx.body = ctx.method === 'HEAD' ? null : part(first, last + 1)
}
