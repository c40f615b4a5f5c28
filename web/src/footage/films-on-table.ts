import type { Reference, Scene } from '@unhurried/core'
import type { Table } from '../stage/surface'
import { films } from './films'
import { filmsUnder } from './films-under'

/**
 * Frames so far off are asked for while nothing else is to do: the next flip goes there. Going back begins anew at a key
 * picture now and then, which takes a while: that is why one is asked for well before it is needed.
 */
const BESIDE = [1, -1, 2, -2, -8]

/** The films under the drawing table. */
export function filmsOnTable(scene: () => Scene) {
  let idle: number | undefined

  function askAround(frame: number) {
    if (idle !== undefined) cancelIdleCallback(idle)
    idle = requestIdleCallback(() => {
      for (const by of BESIDE) for (const { picture } of filmsUnder(scene(), frame + by)) films.of(picture)
    })
  }

  return {
    under(frame: number): readonly Reference[] {
      if (!scene().footage) return []
      const lying = filmsUnder(scene(), frame)
      if (lying.length > 0) askAround(frame)
      return lying
    },
    /**
     * Pictures made ready without one that has come are of no use; where it is waited for it is painted: under what
     * lies on the table, which a flip knows before the scene does.
     */
    follow: (table: Table): (() => void) =>
      films.onChange((name) => {
        table.unready()
        if (filmsUnder(scene(), table.frame).some(({ picture }) => picture === name)) table.repaint()
      }),
  }
}
