import { howLong, jumps, onTwos } from './moves'
import { brokenArc, even, half, nextPlace, third } from './places'
import { grew } from './sizes'
import type { EyeKind } from './trial'

/** All that an eye is tried on, in the order in which it is offered. */
export const EYE_KINDS: readonly EyeKind[] = [half, third, even, grew, jumps, onTwos, brokenArc, nextPlace, howLong]
export const eyeKindOf = (id: string): EyeKind | undefined => EYE_KINDS.find((kind) => kind.id === id)
