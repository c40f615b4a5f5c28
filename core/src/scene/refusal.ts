/** An edit that cannot be made, with a sentence the person at the desk can act on. */
export class EditRefused extends RangeError {
  override readonly name = 'EditRefused'
}

export function refuse(sentence: string): never {
  throw new EditRefused(sentence)
}

/** The arithmetic of core says in a sentence what it cannot do: as part of an edit that is a refusal. */
export function refusing<T>(act: () => T): T {
  try {
    return act()
  } catch (error) {
    if (error instanceof RangeError && !(error instanceof EditRefused)) refuse(error.message)
    throw error
  }
}
