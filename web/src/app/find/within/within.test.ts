import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parse } from 'vue/compiler-sfc'
import { finder } from '../search'
import { withinAll } from './all'

const root = join(__dirname, '..', '..', '..')
const sources = readdirSync(root, { recursive: true, encoding: 'utf8' })
  .filter((file) => /\.(vue|ts)$/.test(file) && !file.startsWith('app/find') && !file.endsWith('.test.ts'))
  .map((file) => ({ file, text: readFileSync(join(root, file), 'utf8') }))

/** A node of a parsed template, as far as it is looked at. */
interface Node {
  readonly type: number
  readonly tag?: string
  readonly content?: unknown
  readonly children?: readonly Node[]
  readonly branches?: readonly Node[]
}

/** What is written in a part of a template; "…" where it is worked out. */
const written = (node: Node): string =>
  node.type === 2 ? String(node.content) : node.type === 5 ? '…' : (node.children ?? []).map(written).join('')

/** The words on every button of a template that begins with words. */
function buttonsOf(node: Node): string[] {
  const own = node.tag === 'button' ? [written(node).replace(/\s+/g, ' ').trim().split('…')[0]!.trim()] : []
  return [...own, ...[...(node.children ?? []), ...(node.branches ?? [])].flatMap(buttonsOf)].filter((words) =>
    /[a-z]{2}/i.test(words),
  )
}
/** What answers a question the app has asked, opens again what was shut, or says of a list that there is more. */
const ANSWERS = new Set(
  `add, add these, again, answer, back, back to the list, begin anew, close, done, draw it anew, draw on, forget it,
   go on, go to it, keep it, leave, leave it, leave it as it is, leave it as it was, leave all as it is, let it be gone,
   let it go, let this one go, later, look again, make it, make my change after all, none, open it, 
   open the one to look at first, put it away, right, shut, space it so, stop, take it off, take over, try again,
   try it again, undo, redo, write it in, write it, copy it there, go on, find /`
    .split(',')
    .map((words) => words.trim()),
)
test('whatever a button says is found by what it says', () => {
  const find = finder()
  const said = sources.flatMap(({ file, text }) => {
    const template = file.endsWith('.vue') ? parse(text).descriptor.template : undefined
    return template?.ast ? buttonsOf(template.ast as unknown as Node).map((words) => ({ file, words })) : []
  })
  const unfound = said.filter(({ words }) => {
    const wanted = words.toLowerCase().replace(/[↔↕]/g, '').trim()
    if (ANSWERS.has(wanted)) return false
    return !find(words).some(({ words: ours, also, doing }) => {
      const last = doing.via?.at(-1)
      const names = [ours, ...also, ...(last && 'word' in last ? [last.word] : [])].map((name) => name.toLowerCase())
      return names.some((name) => name.includes(wanted) || wanted.startsWith(name))
    })
  })
  expect(said.length).toBeGreaterThan(300)
  expect(unfound.map(({ file, words }) => `${file}: ${words}`)).toEqual([])
})

test('what is said to be written on something is', () => {
  const texts = new Map<string, string>()
  for (const { file, text } of sources) {
    const folder = file.split('/')[0]!
    texts.set(folder, `${texts.get(folder) ?? ''}\n${text}`)
  }
  // Of what is put together as it is shown each word stands somewhere in one room of the house.
  const isWritten = (words: string) =>
    [...texts.values()].some((text) =>
      words.split(/[^\p{L}’]+/u).every((word) => word.length < 4 || text.includes(word)),
    )
  const strange = withinAll().filter(({ doing }) => {
    const last = doing.via!.at(-1)!
    return 'word' in last && !isWritten(last.word)
  })
  expect(strange.map(({ id }) => id)).toEqual([])
})

test('what is pressed on the way to something is on the page', () => {
  const text = sources.map((source) => source.text).join('\n')
  const steps = withinAll().flatMap(({ doing }) => doing.via!.slice(0, -1))
  const strange = steps.filter((step) =>
    'thing' in step
      ? !step.thing.startsWith('format ') &&
        !text.includes(`data-thing="${step.thing}"`) &&
        !text.includes(`'${step.thing}'`)
      : !text.includes(step.word.replace(' …', '')),
  )
  expect(strange).toEqual([])
})
