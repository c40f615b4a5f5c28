/** An edit that cannot be made, with a sentence the person at the desk can act on. */
export class EditRefused extends RangeError {
  override readonly name = 'EditRefused'
}

export function refuse(sentence: string): never {
  throw new EditRefused(sentence)
}
