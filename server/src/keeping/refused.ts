/** Why something kept is not given or not taken; how that is told is for the door it came by. */
export type Reason = 'not here' | 'changed since' | 'refused' | 'busy'

/** What was asked cannot be done with what is kept, with a sentence a person can act on. */
export class KeepingRefused extends Error {
  override readonly name = 'KeepingRefused'
  constructor(
    readonly reason: Reason,
    sentence: string,
    /** What a program needs beside the sentence. */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(sentence)
  }
}
