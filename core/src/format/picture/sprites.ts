import potpack from 'potpack'
import { drawingsOfPlan } from '../../edits/kind/plans'
import { pinOf } from '../../motion/landmarks/landmarks'
import type { Scene } from '../../scene/schema'
import { exposuresOf, placed } from '../../timing/sheet'
import { type PictureRun } from '../../timing/seen/shown'
import { boxOf, cut, type Box } from './changed-box'
import type { Exporter } from '../exported'
import { writePng } from './png'
import { openArchive } from './stills'

/** How sprites lie on their sheet. */
export interface SpriteOptions {
  /** Each cut to what is not clear and packed closely; else all of one size, in rows. */
  readonly trimmed: boolean
  /** Clear pixels around each. */
  readonly padding: number
  /** Sides of the sheet are powers of two. */
  readonly powers: boolean
}

/** The longest side a sheet may have: what browsers and game engines still take. */
const LONGEST = 16_384

interface Sprite extends Box {
  /** What of it is kept: all of it, or its trimmed part, RGBA as numbers. */
  readonly plane: Uint32Array
  /** The frame it is first shown at, and what it shows. */
  readonly run: PictureRun
}
type Placed = Sprite & { readonly at: { readonly x: number; readonly y: number } }

/**
 * The pictures of a take on one sheet, each once, with a JSON beside it that says where each lies, when and for how
 * long it is shown, and where its landmarks are. docs/formats.md tells the JSON.
 */
export const exportSprites: Exporter = async (source) => {
  const { scene, take, runs, stem, width, height, sprites: options, progress } = source
  const shown = new Map<string, number>()
  const pictures: Sprite[] = []
  const frames: { frame: number; frames: number; picture: number }[] = []
  for (const [i, run] of runs.entries()) {
    const sprite = await spriteOf(run, source)
    const key = `${sprite.x} ${sprite.y} ${sprite.width} ${hashOf(sprite.plane)}`
    if (!shown.has(key)) {
      shown.set(key, pictures.length)
      pictures.push(sprite)
      requireRoom(pictures, options)
    }
    progress(i + 1, runs.length + 1, `Painting picture ${i + 1} of ${runs.length}`)
    frames.push({ frame: run.frame, frames: run.frames, picture: shown.get(key)! })
  }
  const sheet = laid(pictures, options)
  const image = `${stem}.png`
  const archive = openArchive()
  archive.add(image, writePng({ ...sheet, pixels: new Uint8Array(planeOf(sheet).buffer) }, false))
  const told = {
    format: 'unhurried-sketch sprites',
    version: 1,
    image,
    size: { width: sheet.width, height: sheet.height },
    frameSize: { width, height },
    fps: scene.settings.fps,
    frames: frames.map(({ frame, frames: count, picture }) => ({
      ...{ frame, picture, frames: count },
      ms: Math.round((1000 * count) / scene.settings.fps),
    })),
    pictures: sheet.sprites.map(({ at, x, y, width: w, height: h, run }) => ({
      ...{ x: at.x, y: at.y, width: w, height: h },
      offset: { x, y },
      landmarks: landmarksIn(scene, run, width / scene.settings.width),
    })),
    runs: plansIn(scene, take),
  }
  archive.add(`${stem}.json`, new TextEncoder().encode(`${JSON.stringify(told, undefined, 1)}\n`))
  return { name: `${stem}-sprites.zip`, type: 'application/zip', parts: archive.finish() }
}

type Source = Parameters<Exporter>[0]

async function spriteOf(run: PictureRun, { paint, width, height, sprites }: Source): Promise<Sprite> {
  const pixels = await paint(run)
  const plane = new Uint32Array(pixels.buffer.slice(pixels.byteOffset, pixels.byteOffset + pixels.byteLength))
  const whole = { x: 0, y: 0, width, height }
  if (!sprites.trimmed) return { ...whole, plane, run }
  // What shows nothing is one clear pixel.
  const box = boxOf(width, height, (at) => plane[at]! >>> 24 !== 0) ?? { ...whole, width: 1, height: 1 }
  return { ...box, plane: cut(plane, width, box), run }
}

/** Tells equal pictures apart from others: FNV-1a over their pixels (Fowler, Noll, Vo 1991), in two halves. */
function hashOf(plane: Uint32Array): string {
  let [one, two] = [0x811c9dc5, 0x1b873593]
  for (let i = 0; i < plane.length; i++) {
    one = Math.imul(one ^ plane[i]!, 0x01000193)
    two = Math.imul(two ^ plane[i]!, 0x85ebca6b) ^ i
  }
  return `${one >>> 0}-${two >>> 0}`
}

const refuse = (): never => {
  throw new RangeError(
    `The sheet would be longer than ${LONGEST} pixels. Hand over at a smaller size, trimmed, or fewer frames.`,
  )
}
/** Said as soon as it is known, before memory is full. */
function requireRoom(pictures: readonly Sprite[], { padding }: SpriteOptions) {
  const area = pictures.reduce((sum, { width, height }) => sum + (width + 2 * padding) * (height + 2 * padding), 0)
  if (area > LONGEST * LONGEST) refuse()
}

interface Sheet {
  readonly width: number
  readonly height: number
  readonly sprites: readonly Placed[]
}

function laid(pictures: readonly Sprite[], { trimmed, padding, powers }: SpriteOptions): Sheet {
  const boxes = pictures.map(({ width, height }) => ({ w: width + 2 * padding, h: height + 2 * padding, x: 0, y: 0 }))
  // `potpack` puts its list in another order; the boxes are the same.
  const size = trimmed ? potpack([...boxes]) : inRows(boxes)
  const sideOf = (side: number) => (powers ? 2 ** Math.ceil(Math.log2(side)) : side)
  const [width, height] = [sideOf(size.w), sideOf(size.h)]
  if (width > LONGEST || height > LONGEST) refuse()
  return {
    ...{ width, height },
    sprites: pictures.map((sprite, i) => ({ ...sprite, at: { x: boxes[i]!.x + padding, y: boxes[i]!.y + padding } })),
  }
}

/** Boxes of one size in rows, the sheet about as wide as it is high. */
function inRows(boxes: { w: number; h: number; x: number; y: number }[]): { w: number; h: number } {
  const { w, h } = boxes[0]!
  const columns = Math.min(boxes.length, Math.max(1, Math.ceil(Math.sqrt((boxes.length * h) / w))))
  boxes.forEach((box, i) => {
    box.x = (i % columns) * w
    box.y = Math.floor(i / columns) * h
  })
  return { w: columns * w, h: Math.ceil(boxes.length / columns) * h }
}

function planeOf({ width, height, sprites }: Sheet): Uint32Array {
  const plane = new Uint32Array(width * height)
  for (const { at, width: w, height: h, plane: own } of sprites)
    for (let row = 0; row < h; row++) plane.set(own.subarray(row * w, (row + 1) * w), (at.y + row) * width + at.x)
  return plane
}

/** Where the landmarks of what is shown lie, by level and name, in pixels of the whole frame. */
function landmarksIn(scene: Scene, { shown }: PictureRun, scale: number) {
  return shown.flatMap(({ level, drawing }) =>
    (scene.levels[level]!.landmarks ?? []).flatMap(({ id, name }) => {
      const pin = pinOf(scene.drawings[drawing], id)
      return pin ? [{ level: scene.levels[level]!.name, name, x: pin.x * scale, y: pin.y * scale }] : []
    }),
  )
}

/** The motions that were planned, as runs of frames by the planner's name: a leap, a blink. */
function plansIn(scene: Scene, take: string) {
  return Object.values(scene.plans ?? {}).flatMap((plan) => {
    const own = new Set(drawingsOfPlan(scene, plan).map(({ id }) => id))
    const showings = scene.levels[plan.level]
      ? placed(exposuresOf(scene, plan.level, take)).filter(({ drawing }) => drawing !== null && own.has(drawing))
      : []
    const [first, last] = [showings[0], showings.at(-1)]
    if (!first || !last) return []
    const level = scene.levels[plan.level]!.name
    return [{ name: plan.planner, level, from: first.frame, to: last.frame + last.frames - 1 }]
  })
}
