import type { LogEntry } from '@unhurried/core'
import { settingsOf } from '../../core/src/testing/build'
import { openHarness, type Harness } from './drive'

let harness: Harness
let address = ''
beforeAll(async () => {
  harness = await openHarness()
  address = `http://127.0.0.1:${(await harness.order('start')).port}`
  await post('/api/productions', { id: 'tests', name: 'Tests' })
  await post('/api/productions', { id: 'others', name: 'Others' })
  for (const [id, production] of ['one tests', 'two tests', 'far others'].map((each) => each.split(' ')))
    await post('/api/scenes', { id, production, settings: settingsOf({ name: id! }) })
})
afterAll(() => harness.order('stop'))

async function post(path: string, body: unknown) {
  const answer = await fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
  return { status: answer.status, body: await answer.json() }
}
const read = async (scene: string) => (await fetch(`${address}/api/scenes/${scene}/log`)).json()
const keep = (person: string, ...entries: unknown[]) => post(`/api/people/${person}/log`, { entries })
const DAY = 86_400_000
const NOON = Date.UTC(2026, 10, 28, 12)
const entry = (id: string, more: Partial<LogEntry> = {}): LogEntry => ({
  ...{ id: `entry-${id}`, scene: 'one', level: 'A', drawing: 'd1', pass: 'line', from: NOON, seconds: 61.5 },
  by: 'counted',
  ...more,
})

test('what two people worked stays apart and is read together, for all scenes of the production and no other', async () => {
  expect((await keep('ada', entry('1'), entry('2', { scene: 'two', from: NOON - DAY, note: 'on paper' }))).status).toBe(
    200,
  )
  expect((await keep('bo', entry('1', { seconds: 5 }), entry('3', { scene: 'far' }))).status).toBe(200)
  expect(await read('two')).toEqual([
    { ...entry('1'), person: 'ada' },
    { ...entry('1', { seconds: 5 }), person: 'bo' },
    { ...entry('2', { scene: 'two', from: NOON - DAY, note: 'on paper' }), person: 'ada' },
  ])
  expect(await read('far')).toEqual([{ ...entry('3', { scene: 'far' }), person: 'bo' }])
})

test('a production’s log is read by its name too; one that is not there says so', async () => {
  const read = (production: string) => fetch(`${address}/api/productions/${production}/log`)
  await keep('eve', entry('9', { scene: 'two' }))
  const answer = await (await read('tests')).json()
  expect(answer).toContainEqual({ ...entry('9', { scene: 'two' }), person: 'eve' })
  expect(answer.some(({ scene }: LogEntry) => scene === 'far')).toBe(false)
  const gone = await read('nowhere')
  expect([gone.status, (await gone.json()).detail]).toEqual([404, expect.stringContaining('not on the shelf any more')])
  await post('/api/people/eve/log/forget', {})
})

test('an entry sent again takes the place of the one before, also within one request', async () => {
  await keep('cy', entry('4', { seconds: 10 }))
  await keep('cy', entry('4', { seconds: 20 }), entry('4', { seconds: 30, by: 'written' }))
  const mine = (await read('one')).filter(({ person }: { person: string }) => person === 'cy')
  expect(mine).toEqual([{ ...entry('4', { seconds: 30, by: 'written' }), person: 'cy' }])
})

test('a day is taken out, or all of it; nobody else’s goes with it', async () => {
  await keep('dee', entry('5'), entry('6', { from: NOON - DAY }), entry('7', { from: NOON - 2 * DAY }))
  const forget = (body: unknown) => post('/api/people/dee/log/forget', body)
  expect((await forget({ from: NOON - DAY, until: NOON })).body).toEqual({ forgotten: 1 })
  expect((await forget({})).body).toEqual({ forgotten: 2 })
  const people = (await read('one')).map(({ person }: { person: string }) => person)
  expect(people).toContain('ada')
  expect(people).not.toContain('dee')
})

test('nonsense is refused with a sentence; work on a scene that is gone is left out; its log goes with it', async () => {
  const refused = await keep('eve', entry('8', { seconds: 1e9 }))
  expect([refused.status, refused.body.detail]).toEqual([422, expect.stringContaining('48 hours')])
  expect((await keep('eve', entry('9', { scene: 'nowhere' }))).status).toBe(200)
  expect((await fetch(`${address}/api/scenes/nowhere/log`)).status).toBe(404)
  await keep('eve', entry('8', { scene: 'far' }))
  for (const now of [false, true]) await post('/api/scenes/far/forget', { now })
  expect((await post('/api/people/eve/log/forget', {})).body).toEqual({ forgotten: 0 })
})

describe('what came of practising', () => {
  const result = (id: string, more: Record<string, unknown> = {}) => ({
    ...{ kind: 'eye', id: `result-${id}`, what: 'half', at: NOON, threshold: 6.25, answers: 30, right: 24 },
    ...more,
  })
  const keep = (person: string, ...results: unknown[]) => post(`/api/people/${person}/practice`, { results })
  const read = async (person: string) => (await fetch(`${address}/api/people/${person}/practice`)).json()
  const forget = (person: string, body: unknown) => post(`/api/people/${person}/practice/forget`, body)

  test('is each person’s own, newest first; sent again it takes the place of the one before', async () => {
    await keep('ada', result('1'), result('2', { at: NOON + DAY, threshold: 5 }))
    await keep('ada', result('1', { threshold: 7 }), result('1', { threshold: 8 }))
    await keep('bo', result('1'))
    expect(await read('ada')).toEqual([result('2', { at: NOON + DAY, threshold: 5 }), result('1', { threshold: 8 })])
    expect(await read('nobody')).toEqual([])
  })

  test('is forgotten one by one or all at once, nobody else’s with it; nonsense is refused with a sentence', async () => {
    await keep('cy', result('1'), result('2'), result('3'))
    expect((await forget('cy', { result: 'result-2' })).body).toEqual({ forgotten: 1 })
    expect((await forget('cy', {})).body).toEqual({ forgotten: 2 })
    expect(await read('bo')).toHaveLength(1)
    const refused = await keep('cy', result('4', { threshold: -1 }))
    expect([refused.status, typeof refused.body.detail]).toEqual([422, 'string'])
  })
})
