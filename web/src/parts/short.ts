/** A name where there is room for so many letters: what is cut off is told by an ellipsis. */
export function short(name: string, letters: number): string {
  const all = [...name]
  return all.length > letters
    ? `${all
        .slice(0, letters - 1)
        .join('')
        .trimEnd()}…`
    : name
}
