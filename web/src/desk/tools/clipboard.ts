import type { InkPiece, Pass } from '@unhurried/core'
import { ref, shallowRef } from 'vue'

/** Ink copied or cut, for pasting on this page, and the pass each piece was on. */
export const clipboard = shallowRef<readonly { readonly pass: Pass; readonly piece: InkPiece }[]>([])
/** What was copied last: ink or frames of the sheet. */
export const copied = ref<'ink' | 'frames'>('frames')
