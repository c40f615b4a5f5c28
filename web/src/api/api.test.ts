import { ApiProblem, api } from './api'
import { editsApi } from './edits'
import { framesAndSeconds } from '../parts/frames'

const answering = (status: number, body: string, type = 'application/json') => {
  const asked: { path: string; options: RequestInit }[] = []
  globalThis.fetch = (async (path: string, options: RequestInit = {}) => {
    asked.push({ path, options })
    return new Response(body, { status, headers: { 'content-type': type } })
  }) as typeof fetch
  return asked
}
const caught = async (act: Promise<unknown>) =>
  act.then(
    () => {
      throw new Error('it went well')
    },
    (error: unknown) => error as ApiProblem,
  )

test('problem details become a sentence with their status and what else they carry', async () => {
  answering(
    409,
    JSON.stringify({ type: 't', title: 'x', status: 409, detail: 'Changed since.', version: 7, missed: [] }),
    'application/problem+json',
  )
  const problem = await caught(editsApi.keep('s', 3, []))
  expect(problem).toBeInstanceOf(ApiProblem)
  expect([problem.status, problem.message, editsApi.conflictIn(problem)]).toEqual([
    409,
    'Changed since.',
    { version: 7, missed: [] },
  ])
})

test.each([
  [502, '<html>bad gateway</html>', /answered 502 without saying why/],
  [200, '<html>', /not what this page expects: reload it/],
  [200, '{"version":"seven"}', /not what this page expects: reload it.*version/],
])('an answer of %i %s is met with a sentence', async (status, body, sentence) => {
  answering(status, body)
  expect((await caught(editsApi.keep('s', 0, []))).message).toMatch(sentence)
})

test('no answer at all is status 0, and says that nothing is lost', async () => {
  globalThis.fetch = (async () => {
    throw new TypeError('failed to fetch')
  }) as unknown as typeof fetch
  const problem = await caught(api.shelf())
  expect([problem.status, problem.message]).toEqual([0, expect.stringMatching(/not answering.*kept on this machine/)])
})

test('a connection that ends without a word is given up as one that does not answer', async () => {
  jest.spyOn(AbortSignal, 'timeout').mockImplementation(() => AbortSignal.abort(new Error('too long')))
  globalThis.fetch = ((_path: string, { signal }: RequestInit = {}) =>
    new Promise((_resolve, reject) => {
      if (signal?.aborted) reject(signal.reason)
    })) as typeof fetch
  const waits = [(await caught(editsApi.keep('s', 0, []))).status, (await caught(editsApi.editsSince('s', 0))).status]
  expect(waits).toEqual([0, 0])
  expect(AbortSignal.timeout).toHaveBeenCalledWith(60_000)
  jest.restoreAllMocks()
})

test('missed edits are taken only when every one of them can be read', async () => {
  answering(200, JSON.stringify([{ id: 'a', version: 2, edit: { type: 'from.the.future' } }]))
  expect((await caught(editsApi.editsSince('s', 1))).message).toMatch(/reload it/)
  expect(
    editsApi.conflictIn(
      new ApiProblem(409, 'x', { version: 2, missed: [{ id: 'a', version: 2, edit: { type: 'from.the.future' } }] }),
    ),
  ).toBeUndefined()
})

test('writes are JSON by POST, reads carry nothing', async () => {
  const asked = answering(200, '{"version":1}')
  await editsApi.keep('s', 0, [])
  expect(asked[0]).toMatchObject({
    path: '/api/scenes/s/edits',
    options: { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"base":0,"edits":[]}' },
  })
  await caught(api.readScene('s'))
  expect(asked[1]).toEqual({ path: '/api/scenes/s', options: {} })
})

test('frames and seconds are told together', () => {
  expect([framesAndSeconds(1, 24), framesAndSeconds(36, 24), framesAndSeconds(7, 12)]).toEqual([
    '1 frame (0.04 s)',
    '36 frames (1.5 s)',
    '7 frames (0.58 s)',
  ])
})
