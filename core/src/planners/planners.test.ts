import { applyEdit, checkedScene, completed, inspectScene, layIn, newScene, outcomeOf, PLANNERS, chartsOf, type Edit, type Ink, type Inputs, type Motion, type Planner, type Scene, type Setting, type Stroke } from '../index'

const BASE = { name: 'Plans', width: 960, height: 540, fps: 24, length: 48, paper: '#ffffff', approach: 'pose-to-pose', numbering: 'by-frame' } as const
const make = (scene: Scene, edit: Edit) => applyEdit(scene, edit).scene
let count = 0
const NONE: Ink = []
const freshId = () => `n${++count}`
const settingOf = (scene: Scene): Setting => ({ scene, take: 'main', level: 'A', frame: 1 })
function motionOf(planner: Planner, inputs: Inputs, setting: Setting): Motion {
  const outcome = outcomeOf(planner, inputs, setting)
  if ('refused' in outcome) throw new Error(outcome.refused)
  return outcome.motion
}

/** Whoever draws exactly what the guides show. */
function drawnOver(scene: Scene): { scene: Scene; inkOf: (drawing: string) => Ink } {
  const inks = new Map<string, Ink>()
  let next = scene
  for (const [drawing, guide] of Object.entries(scene.guides ?? {})) {
    const ink = guide.shapes.filter(({ tone }) => tone !== 'help').map((shape, i): Stroke => {
      const flat = shape.closed ? [...shape.points, shape.points[0]!, shape.points[1]!] : shape.points
      return { kind: 'stroke', id: `${drawing}s${i}`, swatch: scene.palette[0]!.id, size: 3, points: Array.from({ length: flat.length / 2 }, (_, k) => [flat[2 * k]!, flat[2 * k + 1]!, 0.5]).flat() }
    })
    inks.set(drawing, ink)
    if (ink.length > 0) next = make(next, { type: 'ink.change', drawing, pass: 'rough', remove: [], add: ink.map((piece, at) => ({ at, piece })) })
    for (const [landmark, pin] of Object.entries(guide.targets)) next = make(next, { type: 'pin.set', drawing, landmark, pin })
  }
  return { scene: next, inkOf: (drawing) => inks.get(drawing) ?? [] }
}

describe.each(PLANNERS.map((planner) => [planner.id, planner] as const))('%s', (_, planner) => {
  const scene = newScene(BASE)
  const setting = settingOf(scene)
  const inputs = completed(planner, {}, setting)
  test('is laid in, and Second look finds nothing wrong in what follows its guides', async () => {
    const motion = motionOf(planner, inputs, setting)
    const { edit } = layIn({ scene, take: 'main', level: 'A', frame: 1, planner: planner.id, inputs, motion, turns: motion.cycle ? 2 : 1, freshId })
    const laid = make(scene, edit)
    expect(checkedScene(JSON.parse(JSON.stringify(laid)))).toEqual(laid)
    const drawn = drawnOver(laid)
    const { findings } = await inspectScene(drawn.scene, (drawing, pass) => (pass === 'rough' ? drawn.inkOf(drawing) : NONE))
    expect(findings.map(({ check, sentence }) => `${check}: ${sentence}`)).toEqual([])
    expect(chartsOf(motion).every(({ marks }) => marks.every(({ fraction }, i) => fraction > (marks[i - 1]?.fraction ?? 0) && fraction < 1))).toBe(true)
  })
})
