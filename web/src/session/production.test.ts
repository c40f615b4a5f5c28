import { applyProductionEdit, NOTHING_YET, type ProductionDocument, type ProductionEdit } from '@unhurried/core'
import { effectScope } from 'vue'
import { standInBrowser } from '../testing/browser'
import { useProduction } from './production'

/** A server that answers reads only when a test says, each with what it had when it was asked. */
function server() {
  let [document, name] = [NOTHING_YET as ProductionDocument, 'Ebb']
  const reads: (() => void)[] = []
  const json = (body: object) => new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } })
  const later = (body: object) => new Promise<Response>((answer) => reads.push(() => answer(json(body))))
  globalThis.fetch = (async (path: string, { body }: RequestInit = {}) => {
    if (path.endsWith('/shelf')) return later([{ id: 'ebb', name, count: 0, scenes: [] }])
    if (!path.endsWith('/edits')) return later({ id: 'ebb', name, version: 1, document })
    const { edits } = JSON.parse(String(body)) as { edits: { edit: ProductionEdit }[] }
    document = edits.reduce((now, { edit }) => applyProductionEdit(now, edit), document)
    return json({ version: 2, document })
  }) as typeof fetch
  return {
    reads,
    rename: (to: string) => (name = to),
    /** Answers what was asked so far. */
    answer: () => reads.splice(0).forEach((read) => read()),
  }
}
/** Until whatever was begun has come as far as it can. */
const settle = async () => {
  for (let n = 0; n < 20; n++) await new Promise((resolve) => setTimeout(resolve))
}
async function opened() {
  standInBrowser()
  const kept = server()
  const production = effectScope().run(() => useProduction('ebb'))!
  await settle()
  return { kept, production }
}
const seen = () => window.dispatchEvent(new Event('focus'))
const TANSY = { type: 'character.put', part: { id: 'tansy1', name: 'Tansy', kind: 'character' } } as const

test('what is read again while an answer is on its way is asked for after it, once, and the newest answer stays', async () => {
  const { kept, production } = await opened()
  seen()
  seen()
  await settle()
  expect(kept.reads).toHaveLength(2)
  kept.rename('Flood')
  kept.answer()
  await settle()
  expect([production.name.value, kept.reads.length]).toEqual(['Ebb', 2])
  kept.answer()
  await settle()
  expect([production.name.value, kept.reads.length]).toEqual(['Flood', 0])
})

test('an answer that was asked for before a change was made does not take it back, nor bring back what was undone', async () => {
  const { kept, production } = await opened()
  kept.answer()
  await settle()
  const names = () => production.document.value!.characters.map(({ name }) => name)
  seen()
  await settle()
  production.change(TANSY)
  await settle()
  expect([production.isKept.value, names()]).toEqual([true, ['Tansy']])
  kept.answer()
  await settle()
  expect(names()).toEqual(['Tansy'])
  seen()
  await settle()
  production.undo()
  await settle()
  kept.answer()
  await settle()
  expect([production.isKept.value, names()]).toEqual([true, []])
})
