import { counted } from '@unhurried/core'
/** How far what was drawn has got. */
export type Keeping =
  | { state: 'opening' }
  | { state: 'kept' }
  /** On its way; `stored` of them are safe on this machine already. */
  | { state: 'keeping'; waiting: number; stored: number }
  /** `why` when the server answered that it cannot keep anything now. */
  | { state: 'away'; waiting: number; why?: string }
  | { state: 'unstored'; waiting: number; sentence: string }

/** The same in words. */
export function keepingInWords(keeping: Keeping): string {
  const changes = (n: number) => `${counted(n, 'change')}`
  switch (keeping.state) {
    case 'opening':
      return 'Opening'
    case 'kept':
      return 'Kept'
    case 'keeping':
      return `Keeping ${changes(keeping.waiting)}`
    case 'away':
      if (keeping.waiting === 0) return 'Opened from this machine, server not answering'
      return `${changes(keeping.waiting)} on this machine only${keeping.why === undefined ? ', server not answering' : `. ${keeping.why}`}`
    case 'unstored':
      return keeping.sentence
  }
}
