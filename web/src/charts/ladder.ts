/** A line of a ladder: where it stands, and where its label does. */
export interface Rung {
  readonly y: number
  label: number
}

/** Sets labels apart by at least `gap` and none below `bottom`, each as near to its own line as that allows. Lines go from the top down. */
export function spread<T extends Rung>(rungs: T[], gap: number, bottom: number): T[] {
  rungs.forEach((rung, i) => (rung.label = Math.max(rung.y, i === 0 ? 0 : rungs[i - 1]!.label + gap)))
  for (let i = rungs.length - 1, limit = bottom; i >= 0; i--, limit = rungs[i + 1]!.label - gap)
    rungs[i]!.label = Math.min(rungs[i]!.label, limit)
  return rungs
}
