/** A number with its noun: "1 drawing", "3 drawings"; `many` where an s does not make it. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`

/** Frames, the first and the last among them: "frame 5", "frames 5 to 7". */
export const framesFromTo = (from: number, to: number): string =>
  from === to ? `frame ${from}` : `frames ${from} to ${to}`

/** A whole number with its thousands set apart: "20,000". A locale's own rules are slow to load, and every page would wait. */
export const inThousands = (count: number): string => String(count).replace(/\B(?=(\d{3})+$)/g, ',')
