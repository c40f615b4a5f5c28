import { mainSheet, placed, type Reference, type Scene } from '@unhurried/core'
import { atPause } from '../stage/at-pause'
import type { Table } from '../stage/surface'
import { films } from './films'
import { filmsUnder } from './films-under'

/** Frames so far off are asked for while nothing else is to do: the next flip goes there. */
const BESIDE = [1, -1, 2, -2]
/** Going back begins anew at a key picture now and then, which takes a while: one is asked for well before it is needed. */
const WELL_BACK = -8

/** All frames from one on, first those on which a drawing begins: flips go there. */
export function framesInTurn(scene: Scene, frame: number): number[] {
  const { length } = scene.settings
  const frames = Array.from({ length }, (_, i) => ((frame - 1 + i) % length) + 1)
  const begins = new Set(
    scene.levelOrder.flatMap((level) => placed(mainSheet(scene, level)).map((exposure) => exposure.frame)),
  )
  return [...frames.filter((each) => begins.has(each)), ...frames.filter((each) => !begins.has(each))]
}

/** The films under the drawing table. */
export function filmsOnTable(scene: () => Scene) {
  let idle: number | undefined
  let prepared: Pick<Scene, 'footage' | 'settings'> | undefined
  let known: ReadonlySet<string> = new Set()

  /** Small pictures of all frames, from the one on the table on; nothing anew while the films lie as they did. */
  function prepare(frame: number) {
    const { footage, settings } = scene()
    if (prepared?.footage === footage && prepared?.settings === settings) return
    prepared = { footage, settings }
    const names = framesInTurn(scene(), frame).flatMap((each) =>
      filmsUnder(scene(), each).map(({ picture }) => picture),
    )
    if (names.every((name) => known.has(name))) return
    known = new Set(names)
    void films.prepare(names)
  }

  return {
    under: (frame: number): readonly Reference[] => filmsUnder(scene(), frame),
    /** The table has gone from one frame to another: what lies around it is asked for. */
    went(frame: number, from: number) {
      const goesBack = frame < from && frame > from + WELL_BACK
      if (idle !== undefined) cancelIdleCallback(idle)
      idle = requestIdleCallback(() => {
        for (const by of goesBack ? [...BESIDE, WELL_BACK] : BESIDE)
          for (const { picture } of filmsUnder(scene(), frame + by)) films.of(picture)
      })
    },
    /**
     * Pictures made ready without one that has come are of no use; where it is waited for it is painted: under what
     * lies on the table, which a flip knows before the scene does.
     */
    follow(table: Table): () => void {
      let callOff = () => {}
      const release = films.onChange((name) => {
        table.unready()
        if (filmsUnder(scene(), table.frame).some(({ picture }) => picture === name)) table.repaint()
        callOff = atPause(table, () => prepare(table.frame))
      })
      return () => {
        release()
        // At the next pause there is no table any more, and perhaps no scene.
        callOff()
        if (idle !== undefined) cancelIdleCallback(idle)
        films.close()
      }
    },
  }
}
