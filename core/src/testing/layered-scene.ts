import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import type { ExportSource } from '../format/exported'
import { writePng } from '../format/picture/png'
import type { Ink } from '../ink/ink'
import { newLevel, newScene } from '../scene/create'
import { PASSES, type Scene } from '../scene/schema'
import { pictureRuns, type PictureRun } from '../timing/seen/shown'
import { settingsOf } from './build'

/** A small scene of levels and passes to hand out in layers, painted by nobody. */
export const [WIDTH, HEIGHT] = [600, 300]
const stroke = (id: string) => ({
  kind: 'stroke' as const,
  id,
  swatch: 'pencil',
  size: 3,
  points: [2, 2, 0.5, 12, 6, 0.5],
})
const ink = new Map<string, Ink>([
  ['a/line', [stroke('a1')]],
  ['a/colour', [{ kind: 'fill', id: 'a2', swatch: 'pencil', outline: [0, 0, 9, 0, 9, 9] }]],
  ['b/line', [stroke('b1')]],
])
export const inkOf = (drawing: string, pass: string): Ink => ink.get(`${drawing}/${pass}`) ?? []

/** Corrie with line and colour, the line pale; above her a reed, blended; and one that is hidden. */
export function layeredScene(): Scene {
  const level = (id: string, name: string) => newLevel({ id, name, approach: 'pose-to-pose' })
  const drawn = (id: string, on: string): Edit[] => [
    { type: 'drawing.add', take: 'main', level: on, frame: 1, drawing: { id, role: 'key' } },
    ...PASSES.flatMap((pass): Edit[] => {
      const add = inkOf(id, pass).map((piece, at) => ({ at, piece }))
      return add.length > 0 ? [{ type: 'ink.change', drawing: id, pass, remove: [], add }] : []
    }),
  ]
  const edits: Edit[] = [
    { type: 'level.set', level: 'A', fields: { name: 'Corrie <1>', passes: { line: { strength: 0.5 } } } },
    { type: 'level.add', level: level('B', 'Reed'), at: 1 },
    { type: 'level.add', level: level('C', 'Gone'), at: 2 },
    { type: 'level.set', level: 'B', fields: { blend: 'multiply', strength: 0.25 } },
    { type: 'level.set', level: 'C', fields: { hidden: true } },
    ...drawn('a', 'A'),
    ...drawn('b', 'B'),
  ]
  return edits.reduce((now, edit) => applyEdit(now, edit).scene, newScene(settingsOf({ width: WIDTH, height: HEIGHT })))
}

/** Paints each picture in one grey and remembers what was asked for. */
export function layerSource(scene: Scene, clear = false) {
  const painted: { scene: Scene; clear: boolean }[] = []
  const rgba = (grey: number) =>
    Uint8ClampedArray.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => (i % 4 === 3 ? 255 : grey))
  const one: Partial<ExportSource> = {
    ...{ scene, take: 'main', runs: pictureRuns(scene), inkOf, stem: 'out', clear, width: WIDTH, height: HEIGHT },
    showOf: async (_: PictureRun, of: Scene, bare: boolean) => void painted.push({ scene: of, clear: bare }),
    show: async () => void painted.push({ scene, clear }),
    paint: async () => rgba(90),
    pack: async () => writePng({ width: WIDTH, height: HEIGHT, pixels: new Uint8Array(rgba(painted.length)) }),
    progress: () => undefined,
  }
  return { painted, source: one as ExportSource }
}
