import MiniSearch from 'minisearch'
import { allActs, type Act } from './acts'

/** Found at most. */
const MOST = 12

const wordsOf = (act: Act) => ({ ...act, also: act.also.join(', ') })

/** The acts that words mean, the likeliest first: by our own words, by what people elsewhere call them, or by their key. */
export function finder(acts: readonly Act[] = allActs()): (words: string) => readonly Act[] {
  const index = new MiniSearch({
    fields: ['words', 'also', 'lives'],
    searchOptions: {
      boost: { also: 2, words: 1.5, lives: 0.2 },
      prefix: (term) => term.length > 1,
      fuzzy: (term) => (term.length > 3 ? 0.25 : false),
      // Of several words an act that has them all is meant rather than one that has any.
      combineWith: 'OR',
    },
  })
  index.addAll(acts.map(wordsOf))
  const actOf = new Map(acts.map((act) => [act.id, act]))
  return (words) => {
    const wanted = words.trim().toLowerCase()
    if (wanted === '') return []
    const byKey = acts.filter(({ key }) => key?.toLowerCase() === wanted)
    // What somebody calls it word for word is what they mean.
    const exact = acts.filter(({ also }) => also.includes(wanted))
    const found = index.search(wanted).map(({ id }) => actOf.get(id as string)!)
    return [...new Set([...byKey, ...exact, ...found])].slice(0, MOST)
  }
}
