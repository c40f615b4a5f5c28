import MiniSearch, { type Options } from 'minisearch'
import { allActs } from './acts'
import type { Act } from './doing'
import type { Section } from './guide-sections'
import { spelt, squeezed, telling } from './spelling'

/** Found at most. */
const MOST = 12
/** Of the guide, where acts are found too. */
const READ = 3

/** What is meant: all of the words before any of them; what is spelt otherwise only when asked for. */
function searched<T extends { id: string }>(items: readonly T[], options: Omit<Options<T>, 'processTerm'>) {
  const index = new MiniSearch<T>({ ...options, processTerm: spelt })
  index.addAll(items)
  const of = new Map(items.map((item) => [item.id, item]))
  return (words: string, isMisspelt = false): T[] => {
    const terms = telling(words)
    const found = index.search(terms.join(' '), {
      prefix: (term) => term.length > 1,
      fuzzy: (term) => isMisspelt && term.length > 4 && 0.25,
    })
    const inAll = found.filter(({ queryTerms }) => queryTerms.length === new Set(terms.map(spelt)).size)
    return [...new Set([...inAll, ...found].map(({ id }) => of.get(id as string)!))]
  }
}

/** The acts that words mean, the likeliest first: by our own words, by what people elsewhere call them, or by their key. */
export function finder(acts: readonly Act[] = allActs()): (words: string, isMisspelt?: boolean) => readonly Act[] {
  const known = acts.map((act) => ({ ...act, called: act.also.join(', '), written: writtenOn(act) }))
  const search = searched(known, {
    fields: ['words', 'called', 'lives'],
    searchOptions: { boost: { called: 2, words: 1.5, lives: 0.2 } },
  })
  const names = known.map((act) => ({
    act,
    ours: [act.words, act.written ?? act.words].map(squeezed),
    theirs: act.also.map(squeezed),
  }))
  return (words, isMisspelt) => {
    const wanted = words.trim().toLowerCase()
    if (wanted === '') return []
    const name = squeezed(wanted)
    const byKey = known.filter(({ key }) => key?.toLowerCase() === wanted)
    const ours = names.filter((each) => each.ours.includes(name)).map(({ act }) => act)
    // What somebody calls it word for word is what they mean, and the thing itself before the panel it lies in.
    const theirs = names.filter((each) => each.theirs.includes(name)).map(({ act }) => act)
    const nearest = theirs.filter(({ written }) => written !== undefined)
    return [...new Set([...byKey, ...ours, ...nearest, ...theirs, ...search(wanted, isMisspelt)])].slice(0, MOST)
  }
}

/** What is written on something that lies within a panel or a place. */
function writtenOn({ doing }: Act): string | undefined {
  const last = doing.via?.at(-1)
  return last && 'word' in last ? last.word : undefined
}

/** Where the guide speaks of something, as acts that open it there. */
export function reader(sections: readonly Section[]): (words: string) => readonly Act[] {
  const search = searched(sections, { fields: ['title', 'heading', 'text'], searchOptions: { boost: { heading: 3 } } })
  return (words) => (words.trim() === '' ? [] : search(words).map(reading))
}

const reading = ({ id, page, title, heading }: Section): Act => ({
  ...{ id: `guide ${id}`, words: heading === title ? title : `${title}: ${heading}`, also: [] },
  ...{ lives: 'the guide', guide: page },
  doing: { is: 'page', name: 'guide', params: { page }, via: [{ word: heading }] },
})

/** The acts some words mean and after them where the guide speaks of it; where there is neither, what is spelt much like it. */
export function foundBy(
  words: string,
  find: ReturnType<typeof finder>,
  read: ReturnType<typeof reader>,
): readonly Act[] {
  const acts = find(words)
  const readings = read(words).slice(0, acts.length > 0 ? READ : MOST)
  return acts.length + readings.length > 0 ? [...acts, ...readings] : find(words, true)
}
