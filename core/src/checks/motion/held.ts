import { median } from '../size/median'

/** A drawing shown for more than so many frames is held, among drawings shown for these: what moves on from it begins anew. */
export const holdAmong = (frames: readonly number[]): number => 2.4 * median(frames)
