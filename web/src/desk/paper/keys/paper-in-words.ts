import { counted, PASSES, type Drawing, type Scene } from '@unhurried/core'

/** What lies on the paper, for whoever does not see it. */
export function paperInWords({ levels }: Scene, drawing: Drawing | undefined): string {
  if (!drawing) return 'Paper, empty frame'
  const passes = PASSES.flatMap((pass) => {
    const pieces = drawing.passes[pass]
    return pieces === undefined ? [] : [`${counted(pieces, 'piece')} on ${pass}`]
  })
  const on = passes.length > 0 ? passes.join(', ') : 'nothing drawn yet'
  return `Paper, drawing ${drawing.number} of level ${levels[drawing.level]!.name}: ${on}`
}
