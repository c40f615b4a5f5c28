/** Page sizes in points. */
export const PAPERS = { a4: [595.28, 841.89], letter: [612, 792] } as const
export type Paper = keyof typeof PAPERS
