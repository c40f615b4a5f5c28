/** Heights differ by so much by chance, and by no more than this it counts. */
const [CHANCE, MOST] = [0.5, 1.7]

/** How unlike two heights of lines above and below the lines they meet are, 0…1.2: those of the same line differ by what else it meets. */
export const heightsUnlike = (p: number, q: number): number => Math.max(0, Math.min(MOST, Math.abs(p - q)) - CHANCE)
