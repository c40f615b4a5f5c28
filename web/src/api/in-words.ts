/** What is told to a person of something thrown. */
export const inWords = (error: unknown): string => (error instanceof Error ? error.message : String(error))
