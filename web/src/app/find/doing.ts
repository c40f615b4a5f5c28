import type { CommandId } from '../../desk/commands/commands'

/** A thing of the page by the mark it bears, or by what is written on it or said of it. */
export type Step = { readonly thing: string } | { readonly word: string }

/** Where an act lives, and what is done to do it. */
export type Doing = (
  | { readonly is: 'command'; readonly id: CommandId }
  /** A place of the open scene. */
  | { readonly is: 'place'; readonly name: string; readonly query?: Record<string, string> }
  /** A page beside any scene. */
  | { readonly is: 'page'; readonly name: string; readonly params?: Record<string, string> }
) & {
  /** What is pressed there, one after the other, and the last of them shown. */
  readonly via?: readonly Step[]
  /** The tool in whose tray it lies: taken up where that is not there. */
  readonly tool?: CommandId
}

/** Something that can be done, as it is found. */
export interface Act {
  readonly id: string
  readonly words: string
  /** What people elsewhere call it. */
  readonly also: readonly string[]
  readonly lives: string
  readonly key?: string
  readonly doing: Doing
  /** Its page of the guide. */
  readonly guide: string
  /** What must be so for it to be there: "something is selected". */
  readonly when?: string
}
