import fc from 'fast-check'
import { beatsByFrame, columnsInView, gridMeasures, measuresInCss } from './grid-measures'
import { settingsOf } from '../../../../../core/src/testing/build'

const ROOM = { room: 400, levels: 2, camera: false, sound: 0 }

test('numbers, camera, sounds, levels and notes follow one another and fill the room', () => {
  expect(gridMeasures(ROOM)).toEqual({ camera: 0, soundAt: 36, before: 36, across: 127, notes: 110, width: 400 })
  const full = gridMeasures({ ...ROOM, camera: true, sound: 48 })
  expect([full.camera, full.soundAt, full.before]).toEqual([26, 62, 110])
})

test('a level never is narrower than its numbers: there the sheet is scrolled', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 100, max: 2000 }),
      fc.integer({ min: 1, max: 40 }),
      fc.boolean(),
      (room, levels, camera) => {
        const { across, width, before, notes } = gridMeasures({ room, levels, camera, sound: 48 })
        expect(across).toBeGreaterThanOrEqual(44)
        expect(width).toBe(before + levels * across + notes)
        if (across > 44) expect(width).toBeLessThanOrEqual(room)
      },
    ),
  )
})

test('every level any part of which is in view is there, and one beyond each edge', () => {
  const grid = gridMeasures({ ...ROOM, levels: 30 })
  expect(columnsInView(grid, 0, 400, 30)).toEqual({ first: 0, beyond: 11 })
  expect(columnsInView(grid, 440, 400, 30)).toEqual({ first: 9, beyond: 21 })
  expect(columnsInView(grid, 5000, 400, 30).beyond).toBe(30)
})

test('what lies on the sheet takes its measures from properties, in pixels', () => {
  expect(measuresInCss(gridMeasures(ROOM))).toEqual({
    ...{ '--row': '24px', '--before': '36px', '--across': '127px', '--notes': '110px', '--width': '400px' },
  })
})

test('beats fall on the frames nearest to them, from the first to the end', () => {
  const settings = settingsOf({ fps: 24, length: 24, beats: { bpm: 160, first: 3 } })
  expect([...beatsByFrame(settings)]).toEqual([
    [3, 1],
    [12, 2],
    [21, 3],
  ])
  expect(beatsByFrame(settingsOf()).size).toBe(0)
})
