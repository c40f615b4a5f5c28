import type { Exporter, ExportSource } from '../exported'
import { PASSES } from '../../scene/schema'
import { coloursOf } from '../../scene/palette'
import { throughCamera } from '../../timing/seen/camera'
import { levelPalette } from '../../timing/level-palette'
import { passStates, type PictureRun } from '../../timing/seen/shown'
import { attribute } from './ink-paths'
import { inkPath } from './kept-ink'

/**
 * The first frame of those that go out as one SVG, a group for each level and in it one for each pass, named by their
 * titles; what the hand did stands in the attributes, as in an archive. Pictures, textures and mattes are left out.
 */
export const exportLayeredSvg: Exporter = (source) => {
  const { scene, runs, stem, width, height, clear } = source
  const { settings } = scene
  const run = runs[0]!
  const levels = scene.levelOrder.flatMap((id) => levelGroup(source, run, id))
  const camera =
    run.field && !settings.cells
      ? ` data-camera="" transform="matrix(${throughCamera(run.field, settings).join(',')})"`
      : ''
  const paper = `<rect data-paper="" width="${settings.width}" height="${settings.height}" fill="${attribute(settings.paper)}"/>`
  const text = [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${settings.width} ${settings.height}">`,
    `<title>${attribute(settings.name)}</title>`,
    ...(clear ? [] : [paper]),
    `<g${camera}>`,
    ...levels,
    '</g>',
    '</svg>',
    '',
  ].join('\n')
  return { name: `${stem}-layers.svg`, type: 'image/svg+xml', parts: [new TextEncoder().encode(text)] }
}

const look = ({ strength = 1, blend = 'normal' }: { strength?: number | undefined; blend?: string | undefined }) =>
  `${strength === 1 ? '' : ` opacity="${strength}"`}${blend === 'normal' ? '' : ` style="mix-blend-mode:${blend}"`}`

function levelGroup({ scene, inkOf }: ExportSource, { shown }: PictureRun, id: string): string[] {
  const level = scene.levels[id]!
  const drawing = shown.find((each) => each.level === id)?.drawing
  if (level.hidden || drawing === undefined) return []
  const colours = coloursOf(levelPalette(scene, id))
  const states = passStates(scene, id) ?? {}
  const passes = PASSES.flatMap((pass) => {
    const ink = inkOf(drawing, pass)
    if (states[pass]?.hidden || ink.length === 0) return []
    const paths = ink.map((piece) => inkPath(piece, colours)).join('\n')
    return [`<g data-pass="${pass}"${look(states[pass] ?? {})}><title>${pass}</title>\n${paths}\n</g>`]
  })
  const { x, y } = level.follows ?? { x: 0, y: 0 }
  const moved = x !== 0 || y !== 0 ? ` transform="translate(${x} ${y})"` : ''
  return [
    `<g data-level="${attribute(id)}"${look(level)}${moved}><title>${attribute(level.name)}</title>`,
    ...passes,
    '</g>',
  ]
}
