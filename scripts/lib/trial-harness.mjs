import { request, Agent } from 'node:http'

/** A client that tells every answer apart: `{ status, body }`, or status 0 when the connection broke. */
export function client(port) {
  const agent = new Agent({ keepAlive: true, maxSockets: 64, timeout: 4000 })
  return (method, path, body, headers = {}) =>
    new Promise((resolve) => {
      const bytes =
        body === undefined
          ? undefined
          : Buffer.isBuffer(body)
            ? body
            : Buffer.from(typeof body === 'string' ? body : JSON.stringify(body))
      const ask = request(
        {
          agent,
          host: '127.0.0.1',
          port,
          path,
          method,
          headers: { ...(bytes && { 'content-type': 'application/json', 'content-length': bytes.length }), ...headers },
        },
        (answer) => {
          const chunks = []
          answer.on('data', (chunk) => chunks.push(chunk))
          answer.on('error', () => resolve({ status: 0 }))
          answer.on('end', () =>
            resolve({
              status: answer.statusCode,
              bytes: Buffer.concat(chunks),
              type: answer.headers['content-type'] ?? '',
            }),
          )
        },
      )
      ask.on('error', () => resolve({ status: 0 }))
      ask.end(bytes)
    })
}

export const json = (answer) => JSON.parse(answer.bytes.toString('utf8'))

let ids = 0
const id = (prefix) => `${prefix}${Date.now().toString(36)}${(ids++).toString(36)}`
export const settings = {
  name: 'Trial',
  width: 320,
  height: 180,
  fps: 24,
  length: 24,
  paper: '#fbf7ee',
  approach: 'straight-ahead',
  numbering: 'by-frame',
}
const DRAWINGS = ['k1', 'k2', 'k3']

/** A hand that draws on one scene without pause, and remembers what was acknowledged. */
export async function hand(ask) {
  const scene = id('trial')
  await ask('POST', '/api/productions', { id: 'trials', name: 'Trials' })
  await ask('POST', '/api/scenes', { id: scene, production: 'trials', settings })
  const keys = DRAWINGS.map((drawing, i) => ({
    id: id('e'),
    edit: { type: 'drawing.add', take: 'main', level: 'A', frame: 1 + 8 * i, drawing: { id: drawing, role: 'key' } },
  }))
  const made = await ask('POST', `/api/scenes/${scene}/edits`, { base: 0, edits: keys })
  if (made.status !== 200) throw new Error(`a scene could not be made: ${made.status}`)
  const acknowledged = new Map(DRAWINGS.map((drawing) => [drawing, new Set()]))
  let version = json(made).version
  let pending
  let drawing = false
  return {
    scene,
    acknowledged,
    /** Draws until told to stop or the line breaks; what was never answered is sent again first. */
    async draw(send) {
      drawing = true
      while (drawing) {
        pending ??= { drawing: DRAWINGS[ids % 3], edit: { id: id('e'), edit: stroke(DRAWINGS[ids % 3], id('s')) } }
        const answer = await send('POST', `/api/scenes/${scene}/edits`, { base: version, edits: [pending.edit] })
        if (answer.status !== 200) return answer.status
        version = json(answer).version
        acknowledged.get(pending.edit.edit.drawing).add(pending.edit.edit.add[0].piece.id)
        pending = undefined
      }
      return 200
    },
    stop: () => (drawing = false),
  }
}

const stroke = (drawing, piece) => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [
    {
      at: 1e6,
      piece: { kind: 'stroke', id: piece, swatch: 'pencil', size: 4, points: [10, 20, 0.2, 30.5, 40.25, 0.6] },
    },
  ],
})

/** What is wrong with a scene as the server has it: lost lines, doubled lines, counts that differ. Empty when nothing is. */
export async function faultsOf(core, ask, { scene, acknowledged }) {
  const opened = await ask('GET', `/api/scenes/${scene}`)
  if (opened.status !== 200) return [`the scene answers ${opened.status}`]
  const { scene: now } = json(opened)
  const faults = []
  const broken = core.faultOf(now)
  if (broken) faults.push(`not whole: ${broken}`)
  const ink = await ask('GET', `/api/scenes/${scene}/ink?drawings=${DRAWINGS.join(',')}`)
  const lines = new Map(
    core
      .unpackPasses(new Uint8Array(ink.bytes))
      .map(({ drawing, bytes }) => [drawing, core.unpackInk(bytes).map((piece) => piece.id)]),
  )
  for (const [drawing, wanted] of acknowledged) {
    const there = lines.get(drawing) ?? []
    const lost = [...wanted].filter((piece) => !there.includes(piece))
    if (lost.length > 0) faults.push(`${lost.length} acknowledged lines of ${drawing} are lost`)
    if (new Set(there).size !== there.length) faults.push(`lines of ${drawing} are there twice`)
    if ((now.drawings[drawing]?.passes.line ?? 0) !== there.length)
      faults.push(`${drawing} counts ${now.drawings[drawing]?.passes.line ?? 0} lines and has ${there.length}`)
  }
  return faults
}
