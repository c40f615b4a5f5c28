import {
  applyEdit,
  applyProductionEdit,
  behindLibrary,
  drawingsOf,
  inkAfter,
  seededRandom,
  validate,
  drawingsShown,
  inspectScene,
  isBehind,
  linkedColours,
  meantBecause,
  mainSheet,
  editSchema,
  newScene,
  NOTHING_YET,
  reelTimes,
  pictureRuns,
  planOfWork,
  progress,
  type Fill,
  type InkPiece,
  type Scene,
  type Stroke,
} from '@unhurried/core'
import { corrie } from '../src/sample/corrie'
import { smoothCurve } from '../src/sample/hand'
import { lime } from '../src/sample/lime'
import { answersOf, editsOf, type SampleScene } from '../src/sample/sample'
import { SAMPLE_FILM } from '../src/sample/film'
import { SAMPLE_PRODUCTION } from '../src/sample/production'
import { tansy } from '../src/sample/tansy'

const SCENES = SAMPLE_FILM

function played(sample: SampleScene) {
  let scene: Scene = newScene(sample.settings, sample.palette)
  const ink = new Map<string, InkPiece[]>()
  for (const edit of editsOf(sample)) {
    scene = applyEdit(scene, editSchema.parse(edit)).scene
    const inkOf = (drawing: string, pass: string) => ink.get(`${drawing}/${pass}`) ?? []
    for (const { drawing, pass, ink: after } of inkAfter(edit, inkOf)) ink.set(`${drawing}/${pass}`, [...after])
  }
  return { scene, ink }
}

const outlineOf = (piece: InkPiece) => (piece as Fill).outline
function box(outline: readonly number[]) {
  const xs = outline.filter((_, i) => i % 2 === 0)
  const ys = outline.filter((_, i) => i % 2 === 1)
  return {
    width: Math.max(...xs) - Math.min(...xs),
    height: Math.max(...ys) - Math.min(...ys),
    bottom: Math.max(...ys),
    middle: (Math.max(...xs) + Math.min(...xs)) / 2,
  }
}
function area(outline: readonly number[]): number {
  let twice = 0
  for (let i = 0; i < outline.length; i += 2) {
    const next = (i + 2) % outline.length
    twice += outline[i]! * outline[next + 1]! - outline[next]! * outline[i + 1]!
  }
  return Math.abs(twice) / 2
}

test.each(SCENES)('$settings.name is a whole scene, and the same every time it is drawn', (sample) => {
  const { scene } = played(sample)
  expect(validate(scene)).toEqual(scene)
  expect(editsOf(sample)).toEqual(editsOf(sample))
  expect(new Set(pictureRuns(scene).map((run) => drawingsOf(run).join())).size).toBeGreaterThanOrEqual(5)
})

test('the lime is drawn to the end; squashed where it lands, its area kept, and resting on the stone', () => {
  const { scene, ink } = played(lime)
  expect(progress(scene).toDo).toBe(0)
  const skins = drawingsShown(mainSheet(scene, 'L1')).map(({ drawing, frame }) => {
    const skin = ink.get(`${drawing}/colour`)!.find((piece) => piece.swatch === 'lime')!
    return { frame, area: area(outlineOf(skin)), ...box(outlineOf(skin)) }
  })
  const usual = [...skins].map((skin) => skin.area).sort((a, b) => a - b)[Math.floor(skins.length / 2)]!
  for (const skin of skins) expect(Math.abs(skin.area / usual - 1)).toBeLessThan(0.04)
  const at = (frame: number) => skins.find((skin) => skin.frame === frame)!
  for (const landing of [9, 21, 31]) expect(at(landing).width / at(landing).height).toBeGreaterThan(1.15)
  for (const skin of skins) expect(skin.bottom).toBeLessThan(330 + 0.235 * skin.middle + 24)
  // Each hop is lower than the one before.
  const tops = [15, 26, 35].map((frame) => 330 + 0.235 * at(frame).middle - at(frame).bottom)
  expect(tops[0]!).toBeGreaterThan(tops[1]!)
  expect(tops[1]!).toBeGreaterThan(tops[2]!)
})

test('Tansy’s loop closes: from the last drawing to the first is no longer a way than between others', () => {
  const { scene, ink } = played(tansy)
  expect(scene.levels['L1']!.loop).toBe(true)
  expect(progress(scene).toDo).toBe(0)
  const places = drawingsShown(mainSheet(scene, 'L1')).map(({ drawing }) =>
    box(outlineOf(ink.get(`${drawing}/colour`)!.find((piece) => piece.swatch === 'tansy')!)),
  )
  expect(places).toHaveLength(12)
  const steps = places.map((place, i) => Math.abs(places[(i + 1) % places.length]!.bottom - place.bottom))
  expect(steps.at(-1)!).toBeLessThanOrEqual(Math.max(...steps.slice(0, -1)))
})

test('Corrie is half finished, and the card has halves to give whose parents are drawn', () => {
  const { scene } = played(corrie)
  const steps = planOfWork(scene, 'L1')
  expect(progress(scene)).toEqual({ done: 5, toDo: 6 })
  const next = steps.find((step) => !step.drawn)!
  expect(next.between).toMatchObject({ kind: 'half', ratio: 0.5 })
  for (const parent of next.between!.parents) expect(steps.find((step) => step.drawing === parent)!.drawn).toBe(true)
})

test('lines have weight: pressure rises and falls along them', () => {
  const { ink } = played(corrie)
  const strokes = [...ink.values()].flat().filter((piece): piece is Stroke => piece.kind === 'stroke')
  const ranges = strokes
    .filter((stroke) => stroke.points.length > 60)
    .map((stroke) => {
      const pressures = stroke.points.filter((_, i) => i % 3 === 2)
      return Math.max(...pressures) - Math.min(...pressures)
    })
  expect(ranges.length).toBeGreaterThan(50)
  expect(ranges.filter((range) => range > 0.2).length / ranges.length).toBeGreaterThan(0.9)
})

test('a curve goes through its points; chance repeats itself', () => {
  const curve = smoothCurve([
    [0, 0],
    [40, 30],
    [90, 10],
  ])
  for (const [x, y] of [
    [0, 0],
    [40, 30],
    [90, 10],
  ] as const)
    expect(Math.min(...curve.map((point) => Math.hypot(point[0] - x, point[1] - y)))).toBeLessThan(1e-9)
  const [one, other] = [seededRandom(7), seededRandom(7)]
  expect([one(), one(), one()]).toEqual([other(), other(), other()])
})

test('Second look finds nothing in the sample film but what was planted in Tansy and Corrie for a person to discover; the rest is answered', async () => {
  const notice: string[] = []
  for (const sample of SCENES) {
    const { scene: drawn, ink } = played(sample)
    const scene = (await answersOf(sample, editsOf(sample))).reduce(
      (before, edit) => applyEdit(before, editSchema.parse(edit)).scene,
      drawn,
    )
    const inkOf = (drawing: string, pass: string) => ink.get(`${drawing}/${pass}`) ?? []
    const { findings } = await inspectScene(scene, inkOf)
    notice.push(
      ...findings
        .filter((finding) => meantBecause(scene, finding, inkOf) === undefined)
        .map(({ check, sentence }) => `${sample.id} ${check}: ${sentence}`),
    )
  }
  expect(notice).toEqual([
    expect.stringMatching(/^lowtide-tansy stray: Drawing 17 of Tansy/),
    expect.stringMatching(/^lowtide-tansy lacks: Drawing 9 of Tansy lacks Blush/),
    expect.stringMatching(/^lowtide-speaks lips-apart: On the b of “boat”, frame 15, the mouth is open/),
  ])
})

test('lettering writes itself as its lines are', () => {
  const writes = SCENES.flatMap((sample) => {
    const { scene, ink } = played(sample)
    const inkOf = (drawing: string, pass: string) => ink.get(`${drawing}/${pass}`) ?? []
    const plans = Object.values(scene.plans ?? {}).filter(({ planner }) => planner === 'write-on')
    return plans.map((plan) => [plan.inputs['lines'] !== undefined, isBehind(scene, plan, inkOf)])
  })
  expect(writes).toEqual([[true, false]])
})

test('its reels show every scene of the film, each shot for as long as it says', () => {
  const { reels } = SAMPLE_PRODUCTION.reduce(applyProductionEdit, NOTHING_YET)
  const settings = new Map(SCENES.map((scene) => [scene.id, scene.settings]))
  const times = reels.map((reel) => reelTimes(reel, (id) => settings.get(id)))
  expect(times.flatMap(({ shots }) => shots.filter(({ missing }) => missing))).toEqual([])
  const shown = new Set(reels[0]!.shots.flatMap(({ scene }) => scene ?? []))
  expect(shown).toEqual(new Set(settings.keys()))
  const all = SCENES.reduce((sum, scene) => sum + scene.settings.length, 0)
  // Half a second of black before, and three cross-fades.
  expect(times[0]!.frames).toBe(all + 12 - 12 - 12 - 18)
})

test('the library has the colours of the scenes that follow it, and mouths that are drawn where it says', () => {
  const library = SAMPLE_PRODUCTION.reduce(applyProductionEdit, NOTHING_YET)
  const linked = SCENES.flatMap(linkedColours)
  expect(linked.length).toBeGreaterThan(10)
  expect(behindLibrary(library, linked)).toEqual([])
  const mouths = library.characters.flatMap((entry) => entry.mouths ?? [])
  expect(mouths).toHaveLength(1)
  for (const { scene: id, plan } of mouths) {
    const { scene } = played(SCENES.find((sample) => sample.id === id)!)
    expect(scene.plans![plan]).toMatchObject({ planner: 'mouths' })
  }
})
