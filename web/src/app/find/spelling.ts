/** Words that say nothing by themselves: what is found by them alone was not meant. */
const SAY_NOTHING = new Set(
  [
    'a an the of to in on at by for from with without and or my your its it is are be do this that all any one',
    'out off up down into onto over how what where when which not no new use using make',
  ].flatMap((words) => words.split(' ')),
)

/** Spelt here as there, in the singular as in the plural. */
export const spelt = (term: string): string =>
  term
    .toLowerCase()
    .replace('color', 'colour')
    .replace('gray', 'grey')
    .replace('center', 'centre')
    .replace(/(\w{3})iz(e|er|ed|ing|ation)$/, '$1is$2')
    .replace(/(\w{3,})ies$/, '$1y')
    .replace(/(\w{2,}[^su])s$/, '$1')

/** The same, however it is put together: "framerate", "frame-rate" and "frame rate". */
export const squeezed = (words: string): string =>
  words
    .split(/[\s\p{P}]+/u)
    .map(spelt)
    .join('')

/** Of some words those that say something; all, where none does. */
export function telling(words: string): string[] {
  const terms = words.split(/[\s\p{P}]+/u).filter((term) => term !== '')
  const said = terms.filter((term) => !SAY_NOTHING.has(term.toLowerCase()))
  return said.length > 0 ? said : terms
}
