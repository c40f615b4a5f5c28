import type { timedFromLife } from '@unhurried/core'
import { framesAndSeconds } from '../parts/frames'

/** So many turns are told one by one. */
const MOST = 8

interface FollowedTo {
  readonly name: string
  /** The frame it was followed to. */
  readonly to: number
  readonly timing: ReturnType<typeof timedFromLife>
  readonly fps: number
}

/** What a movement says of time: where it turns, how long a step takes, and how fast it goes. */
export function followedInWords({ name, to, timing, fps }: FollowedTo): string {
  const { turns, step, mean, most } = timing
  const list = turns.slice(0, MOST).map(({ frame, is }) => `${is} at ${frame}`)
  const more = turns.length > MOST ? ' …' : ''
  return [
    `${name} followed to frame ${to}.`,
    turns.length > 0 ? `It is ${list.join(', ')}${more}.` : 'It never turns back.',
    ...(step === undefined ? [] : [`One step takes ${framesAndSeconds(step, fps)}.`]),
    `It goes ${Math.round(mean)} px a frame, ${Math.round(most)} at its fastest.`,
  ].join(' ')
}
