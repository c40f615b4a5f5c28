import type { Ink } from '../../ink/ink'
import { panAt } from '../../motion/pan'
import { coloursOf } from '../../scene/palette'
import { PASSES, type Blend, type Level, type Scene } from '../../scene/schema'
import { throughCamera } from '../../timing/seen/camera'
import { levelPalette } from '../../timing/level-palette'
import { passStates, type Matte, type PictureRun } from '../../timing/seen/shown'
import type { Exporter } from '../exported'
import { attribute, outlineOf } from './ink-paths'
import { pictureHead } from '../picture-head'

type InkOf = (drawing: string, pass: string) => Ink

/** Something of the film that comes and goes: which frames of the film it is there, counted from 0. */
interface Stay {
  readonly at: number
  readonly frames: number
}

const number = (value: number) => String(Number(value.toFixed(4)))
const look = ({ strength = 1, blend }: { strength?: number | undefined; blend?: Blend | undefined }) => {
  const style = blend && blend !== 'normal' ? ` style="mix-blend-mode:${blend}"` : ''
  return `${strength === 1 ? '' : ` opacity="${number(strength)}"`}${style}`
}

/** One drawing with the passes a level shows, in the level's colours or all of it in one. */
function drawingGroup(scene: Scene, level: string, drawing: string, inkOf: InkOf, one?: string): string {
  const colours = coloursOf(levelPalette(scene, level))
  const passes = PASSES.flatMap((pass) => {
    const state = passStates(scene, level)?.[pass]
    const ink = inkOf(drawing, pass)
    if (state?.hidden || ink.length === 0) return []
    const paths = ink.map((piece) => {
      const rule = piece.kind === 'fill' ? ' fill-rule="evenodd"' : ''
      const crisp = piece.kind === 'cells' ? ' shape-rendering="crispEdges"' : ''
      return `<path fill="${attribute(one ?? colours.get(piece.swatch) ?? '#2a2932')}"${rule}${crisp} d="${outlineOf(piece)}"/>`
    })
    return [`<g${one === undefined ? look(state ?? {}) : ''}>${paths.join('')}</g>`]
  })
  return passes.join('')
}

/** Keyframes by which something is there for its stays and not otherwise, over `whole` frames. */
function comesAndGoes(name: string, stays: readonly Stay[], whole: number): string {
  const steps = new Map<number, string>([[0, 'hidden']])
  for (const { at, frames } of stays) {
    steps.set(at, 'visible')
    if (at + frames < whole && !stays.some((other) => other.at === at + frames)) steps.set(at + frames, 'hidden')
  }
  const frames = [...steps].sort(([a], [b]) => a - b)
  return `@keyframes ${name}{${frames.map(([at, is]) => `${number((100 * at) / whole)}%{visibility:${is}}`).join('')}}`
}

/** Keyframes by which a level goes by, frame by frame. */
function goesBy(
  name: string,
  { ground }: Level,
  { first, whole, length }: { first: number; whole: number; length: number },
): string {
  const steps = Array.from({ length: whole }, (_, at) => {
    const { x, y } = panAt(ground!.pan!, first + at, length)
    return `${number((100 * at) / whole)}%{transform:translate(${number(x)}px,${number(y)}px)}`
  })
  return `@keyframes ${name}{${steps.join('')}}`
}

/** The picture of a ground, within the file. */
function groundImage({ ground }: Level, pictures: ReadonlyMap<string, Uint8Array>): string {
  const picture = ground?.picture
  const bytes = picture && pictures.get(picture.picture)
  if (!picture || !bytes) return ''
  const { type, width, height } = pictureHead(bytes)
  let text = ''
  for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192))
  const [w, h] = [width * picture.scale, height * picture.scale]
  return `<image x="${number(picture.x)}" y="${number(picture.y)}" width="${number(w)}" height="${number(h)}" href="data:${type};base64,${btoa(text)}"/>`
}

interface MovingSvg {
  readonly scene: Scene
  readonly runs: readonly PictureRun[]
  readonly inkOf: InkOf
  readonly pictures: ReadonlyMap<string, Uint8Array>
  readonly clear: boolean
  /** Shown at, in pixels. */
  readonly width: number
  readonly height: number
}

/**
 * A take as one SVG that moves by itself, round and round: every drawing once, as outlines, shown and hidden by CSS. For
 * whoever asked for less motion it stands on its first frame. Textures are left out.
 */
export function movingSvg({ scene, runs, inkOf, pictures, clear, width, height }: MovingSvg): string {
  const { settings } = scene
  const first = runs[0]!.frame
  const whole = runs.reduce((sum, { frames }) => sum + frames, 0)
  const styles: string[] = []
  /** Drawings that come and go, each once. */
  const coming = (prefix: string, stays: ReadonlyMap<string, readonly Stay[]>, groupOf: (drawing: string) => string) =>
    [...stays].map(([drawing, own], i) => {
      const name = `${prefix}d${i}`
      const always = own.reduce((sum, { frames }) => sum + frames, 0) === whole
      if (!always) styles.push(comesAndGoes(name, own, whole), `#${name}{animation-name:${name}}`)
      const hidden = own[0]!.at > 0 ? ' visibility="hidden"' : ''
      return `<g id="${name}"${always ? '' : ' class="m"'}${hidden}>${groupOf(drawing)}</g>`
    })
  const levels = scene.levelOrder.flatMap((id, n) => {
    const level = scene.levels[id]!
    if (level.hidden) return []
    const stays = staysOf(runs, first, ({ shown }) => shown.find((each) => each.level === id)?.drawing)
    const drawings = coming(`l${n}`, stays, (drawing) => drawingGroup(scene, id, drawing, inkOf))
    const moves = level.ground?.pan !== undefined
    if (moves)
      styles.push(goesBy(`l${n}`, level, { first, whole, length: settings.length }), `#l${n}{animation-name:l${n}}`)
    const { x, y } = level.follows ?? { x: 0, y: 0 }
    const moved = x !== 0 || y !== 0 ? ` transform="translate(${number(x)} ${number(y)})"` : ''
    const matte = runs.map(({ mattes }) => mattes[id]).find((each) => each !== undefined)
    const cutBy = (drawing: string) =>
      drawingGroup(scene, matte!.level, drawing, inkOf, matte!.where === 'ink' ? '#fff' : '#000')
    const cut =
      matte &&
      coming(
        `k${n}`,
        staysOf(runs, first, ({ mattes }) => mattes[id]?.drawing),
        cutBy,
      )
    return [
      ...(cut ? [maskOf(`k${n}`, matte!, cut)] : []),
      `<g${cut ? ` mask="url(#k${n})"` : ''}${look(level)}><g id="l${n}"${moves ? ' class="m"' : ''}${moved}>${groundImage(level, pictures)}${drawings.join('\n')}</g></g>`,
    ]
  })
  const camera = cameraOf(scene, runs, whole)
  styles.push(...camera.styles)
  const seconds = number(whole / settings.fps)
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${settings.width} ${settings.height}">`,
    `<title>${attribute(settings.name)}</title>`,
    `<style>.m{animation:${seconds}s step-end infinite}${styles.join('')}@media (prefers-reduced-motion:reduce){.m{animation:none!important}}</style>`,
    ...(clear
      ? []
      : [`<rect width="${settings.width}" height="${settings.height}" fill="${attribute(settings.paper)}"/>`]),
    ...camera.around(levels),
    '</svg>',
    '',
  ].join('\n')
}

/** What is seen through a camera goes by as a whole, frame by frame. */
function cameraOf({ settings }: Scene, runs: readonly PictureRun[], whole: number) {
  const first = runs[0]!
  if (!first.field || settings.cells) return { styles: [], around: (levels: readonly string[]) => levels }
  const matrix = ({ field }: PictureRun) => `matrix(${throughCamera(field!, settings).map(number).join(',')})`
  const steps = runs.map((run) => `${number((100 * (run.frame - first.frame)) / whole)}%{transform:${matrix(run)}}`)
  const moves = runs.some((run) => matrix(run) !== matrix(first))
  return {
    styles: moves ? [`@keyframes camera{${steps.join('')}}`, '#camera{animation-name:camera}'] : [],
    around: (levels: readonly string[]) => [
      `<g id="camera"${moves ? ' class="m"' : ''} transform="${matrix(first)}">`,
      ...levels,
      '</g>',
    ],
  }
}

/** A mask that shows what lies under its ink, or all but that. It is larger than any paper. */
function maskOf(name: string, { where, x, y }: Matte, drawings: readonly string[]): string {
  const everywhere = '<rect x="-20000" y="-20000" width="40000" height="40000" fill="#fff"/>'
  const area = 'maskUnits="userSpaceOnUse" x="-20000" y="-20000" width="40000" height="40000"'
  return `<mask id="${name}" ${area}>${where === 'none' ? everywhere : ''}<g transform="translate(${number(x)} ${number(y)})">${drawings.join('')}</g></mask>`
}

/** When each drawing is there, those one after the other as one stay. */
function staysOf(
  runs: readonly PictureRun[],
  first: number,
  drawingOf: (run: PictureRun) => string | undefined,
): Map<string, Stay[]> {
  const stays = new Map<string, Stay[]>()
  for (const run of runs) {
    const drawing = drawingOf(run)
    if (drawing === undefined) continue
    const own = stays.get(drawing) ?? []
    const last = own.at(-1)
    const at = run.frame - first
    if (last && last.at + last.frames === at) own[own.length - 1] = { at: last.at, frames: last.frames + run.frames }
    else own.push({ at, frames: run.frames })
    stays.set(drawing, own)
  }
  return stays
}

/** A moving SVG of a take. */
export const exportMovingSvg: Exporter = (source) => {
  source.progress(0, 1, 'Writing the outlines')
  const bytes = new TextEncoder().encode(movingSvg(source))
  return { name: `${source.stem}.svg`, type: 'image/svg+xml', parts: [bytes] }
}
