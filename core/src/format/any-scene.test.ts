import fc from 'fast-check'
import { PASSES } from '../scene/schema'
import { quantized } from '../ink/ink'
import { expectSame } from '../testing/build'
import type { Keeper } from '../testing/keeper'
import { someWork, workedOn } from '../testing/worked-on'
import { pictureRuns } from '../timing/seen/shown'
import { readArchive, writeArchive } from './archive/archive'
import { exportFormat, type FormatId } from './formats'
import { writePng } from './picture/png'
import { readSheetCsv, writeSheetCsv } from './sheet/sheet-csv'

/** The scene as somebody else would hold it, who has it from a file. */
const fromFile = (value: unknown): unknown => JSON.parse(JSON.stringify(value))
const takesOf = ({ scene }: Keeper) => Object.keys(scene().takes)

test('whatever was done to a scene, its archive gives it back with all its ink', () => {
  fc.assert(
    fc.property(someWork, (work) => {
      const kept = workedOn(work)
      const back = readArchive(writeArchive({ scene: kept.scene(), inkOf: kept.inkOf }))
      expect(fromFile(back.scene)).toEqual(fromFile(kept.scene()))
      const lines = [...back.ink.values()].map(({ drawing, pass, ink }) => [drawing, pass, ink])
      const drawn = Object.keys(kept.scene().drawings).flatMap((drawing) =>
        PASSES.map((pass) => [drawing, pass, kept.inkOf(drawing, pass).map(quantized)] as const),
      )
      expect(lines).toEqual(drawn.filter(([, , ink]) => ink.length > 0))
    }),
    { numRuns: 60 },
  )
})

test('the sheet of any take, written as CSV and read back, changes nothing', () => {
  fc.assert(
    fc.property(someWork, (work) => {
      const kept = workedOn(work)
      const before = kept.scene()
      for (const take of takesOf(kept)) {
        const reading = readSheetCsv(before, take, writeSheetCsv(before, take))
        expect(kept.attempt({ type: 'sheet.lay', take, ...reading })).toBeDefined()
        expectSame(kept.scene(), before)
      }
    }),
    { numRuns: 150 },
  )
})

/** Formats that are put together here from the scene; films are encoded by the browser, and PDF has tests of its own. */
const WRITTEN: readonly FormatId[] = ['gif', 'apng', 'svg', 'stills', 'ora', 'layered-svg', 'sprites', 'csv']
const PIXELS = new Uint8Array(16 * 8 * 4).fill(200)

test.each(WRITTEN)('any take of any scene goes out as %s', async (id) => {
  const write = await exportFormat(id).load()
  const source = {
    ...{ pictures: new Map(), sounds: new Map(), sound: undefined, turns: 1, loops: 0, exact: true, clear: false },
    ...{
      stem: 'out',
      paper: 'a4' as const,
      width: 16,
      height: 8,
      sprites: { trimmed: true, padding: 1, powers: false },
    },
    ...{ show: async () => {}, showOf: async () => {}, progress: () => {} },
    paint: async () => new Uint8ClampedArray(PIXELS),
    pack: async () => writePng({ width: 16, height: 8, pixels: PIXELS }),
    openFilm: () => Promise.reject(new Error('no film here')),
    fonts: () => Promise.reject(new Error('no letters here')),
  } as const
  await fc.assert(
    fc.asyncProperty(someWork, async (work) => {
      const kept = workedOn(work)
      for (const take of takesOf(kept)) {
        const runs = pictureRuns(kept.scene(), take)
        const { parts } = await write({ ...source, scene: kept.scene(), take, runs, inkOf: kept.inkOf })
        expect(Buffer.concat(parts).length).toBeGreaterThan(20)
      }
    }),
    { numRuns: 25 },
  )
})
