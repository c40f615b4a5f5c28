import { PASSES, type Pass, type Scene } from './schema'

/** Other drawings of a level at each pass, which a change of its model would touch; passes with none are left out. */
export function modelTouches(scene: Scene, level: string): { pass: Pass; drawings: number }[] {
  const others = Object.values(scene.drawings).filter(
    (drawing) => drawing.level === level && drawing.id !== scene.levels[level]?.model,
  )
  return PASSES.map((pass) => ({
    pass,
    drawings: others.filter((drawing) => (drawing.passes[pass] ?? 0) > 0).length,
  })).filter(({ drawings }) => drawings > 0)
}
