/** A number with its noun: "1 drawing", "3 drawings"; `many` where an s does not make it. */
export const counted = (count: number, one: string, many = `${one}s`): string => `${count} ${count === 1 ? one : many}`
