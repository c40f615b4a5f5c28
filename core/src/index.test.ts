import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const SCRIPTS = ['scripts', 'scripts/lib'].flatMap((folder) =>
  readdirSync(folder)
    .filter((name) => name.endsWith('.mjs'))
    .map((name) => readFileSync(join(folder, name), 'utf8')),
)
const found = (texts: readonly string[], pattern: RegExp) =>
  texts.flatMap((text) => [...text.matchAll(pattern)].map(([, own]) => own!))
/** Names a text hands on from modules, one by one, or makes itself. */
const handedOn = (texts: readonly string[]) => [
  ...found(texts, /export \{([^}]*)\} from/g).flatMap((names) => names.match(/\w+/g) ?? []),
  ...found(texts, /export const (\w+)/g),
]

/** They ask for it by name while they run: nothing else says that a name has gone. */
test('what scripts ask core for is there', () => {
  // What the barrel does not hold they take from its modules.
  const there = new Set(handedOn([readFileSync('core/src/index.ts', 'utf8'), ...SCRIPTS]))
  const asked = found(SCRIPTS, /\bcore\.(?!mjs\b)(\w+)/g)
  expect(asked.length).toBeGreaterThan(20)
  expect(asked.filter((name) => !there.has(name))).toEqual([])
})
