import { openFilm, type OpenFilm } from '../../footage/open-film'
import { filmOrderSchema, type FilmOrder, type FilmReport } from './messages'

type SmallOrder = Extract<FilmOrder, { kind: 'small' }>

/** Small pictures are shown for a moment only. */
const QUALITY = 0.7

const tell = (report: FilmReport) => self.postMessage(report)
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
/** When work may go on, as `performance.now` counts. */
let restsUntil = 0

/** As long as a picture took it rests after it: whoever flips or draws meanwhile goes first. */
async function makeAll(film: OpenFilm, { id, wanted }: SmallOrder) {
  let done = 0
  let began = performance.now()
  for await (const picture of film.through(wanted.map(({ second }) => second))) {
    const { name } = wanted[done++]!
    if (picture) {
      const blob = await picture.convertToBlob({ type: 'image/jpeg', quality: QUALITY })
      tell({ kind: 'progress', id, done, of: wanted.length, name, picture: blob })
    }
    await pause(performance.now() - began)
    while (performance.now() < restsUntil) await pause(restsUntil - performance.now())
    began = performance.now()
  }
  tell({ kind: 'made', id })
}

async function makeSmall(order: SmallOrder) {
  const film = await openFilm(order.address, order.width)
  try {
    await makeAll(film, order)
  } finally {
    film.close()
  }
}

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  try {
    const order = filmOrderSchema.parse(data)
    if (order.kind === 'rest') restsUntil = performance.now() + order.ms
    else await makeSmall(order)
  } catch (error) {
    tell({
      kind: 'failed',
      id: Number((data as { id?: unknown } | null)?.id) || 0,
      sentence: error instanceof Error ? error.message : 'This film could not be read.',
    })
  }
}
