/** A colour's red, green and blue. */
export const channels = (colour: string) =>
  [1, 3, 5].map((at) => Number.parseInt(colour.slice(at, at + 2), 16)) as [number, number, number]
