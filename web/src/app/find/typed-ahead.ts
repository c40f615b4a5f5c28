/** What keys pressed before a field was there would have done in it. */
export function typedAhead(keys: readonly string[] = []): {
  readonly text: string
  /** What it ended with, if anything. */
  readonly ended: 'Enter' | 'Escape' | undefined
} {
  let text = ''
  for (const key of keys) {
    if (key === 'Enter' || key === 'Escape') return { text, ended: key }
    if (key === 'Backspace') text = [...text].slice(0, -1).join('')
    else if ([...key].length === 1) text += key
  }
  return { text, ended: undefined }
}
