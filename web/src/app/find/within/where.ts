import type { Act, Doing, Step } from '../doing'

/**
 * What people elsewhere call a thing, in lists with commas; where what is written on it does not tell it apart, after
 * words that do.
 */
type Called = string | readonly [words: string, ...also: string[]]

/** A panel, tray or place, and what is done there: each by what is written on it or said of it. */
export interface Where {
  readonly lives: string
  readonly guide: string
  readonly doing: Doing
  readonly things: Readonly<Record<string, Called>>
  /** What must be so for its things to be there. */
  readonly when?: string
}

export const thing = (name: string): Step => ({ thing: name })
export const word = (words: string): Step => ({ word: words })
/** On the desk, at the end of a way through what is pressed there. */
export const onDesk = (...via: Step[]): Doing => ({ is: 'place', name: 'draw', via })
export const onPlace = (name: string, ...via: Step[]): Doing => ({ is: 'place', name, via })
export const onShelf = (...via: Step[]): Doing => ({ is: 'page', name: 'shelf', via })

function withWords(written: string, called: Called): Pick<Act, 'words' | 'also'> {
  const [words, ...also] = typeof called === 'string' ? [written, called] : called
  return { words, also: also.flatMap((list) => list.split(', ')) }
}

/** Each thing of a place as an act: gone to, and shown. */
export const actsWithin = ({ lives, guide, doing, things, when }: Where): Act[] =>
  Object.entries(things).map(([written, called]) => ({
    ...{ id: `${lives}: ${written}`, lives, guide, ...(when && { when }) },
    ...withWords(written, called),
    doing: { ...doing, via: [...(doing.via ?? []), word(written)] },
  }))
