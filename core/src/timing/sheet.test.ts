import { settingsOf } from '../testing/build'
import fc from 'fast-check'
import { totalFrames } from '../scene/columns'
import type { Exposure, Scene } from '../scene/schema'
import { joined, spliced, writtenOut } from './column'
import { drawingsShown, exposureAt, firstFrameOf, mainSheet, placed } from './sheet'
import { pictureRuns, shownAt } from './seen/shown'
import { newScene } from '../scene/create'

/** A sheet as a person counts it: what is shown on each single frame. */
const byFrame = (exposures: readonly Exposure[]) =>
  exposures.flatMap(({ drawing, frames }) => new Array<string | null>(frames).fill(drawing))
const exposure = fc.record({ drawing: fc.constantFrom('a', 'b', 'c', null), frames: fc.integer({ min: 1, max: 5 }) })
const sheet = fc.array(exposure, { minLength: 1, maxLength: 12 })

test('looking up, joining and overwriting agree with counting frame by frame', () => {
  fc.assert(
    fc.property(sheet, sheet, fc.nat(20), (exposures, now, from) => {
      const frames = byFrame(exposures)
      expect(totalFrames(exposures)).toBe(frames.length)
      frames.forEach((drawing, i) => {
        const here = exposureAt(exposures, i + 1)!
        expect(here.drawing).toBe(drawing)
        expect(i + 1).toBeGreaterThanOrEqual(here.frame)
        expect(i + 1).toBeLessThan(here.frame + here.frames)
      })
      expect(exposureAt(exposures, frames.length + 1)).toBeUndefined()
      expect(exposureAt(exposures, 0)).toBeUndefined()

      const one = joined(exposures)
      expect(byFrame(one)).toEqual(frames)
      expect(one.every((entry, i) => i === 0 || entry.drawing !== one[i - 1]!.drawing)).toBe(true)

      const start = 1 + (from % frames.length)
      const room = frames.length - start + 1
      const fits = byFrame(now).slice(0, room)
      const over = writtenOut(
        spliced(exposures, {
          from: start,
          remove: fits.length,
          insert: joined(fits.map((drawing) => ({ drawing, frames: 1 }))),
        }),
      )
      expect(byFrame(over)).toEqual([...frames.slice(0, start - 1), ...fits, ...frames.slice(start - 1 + fits.length)])
    }),
  )
})

test('first showings are in order and each drawing is told once', () => {
  fc.assert(
    fc.property(sheet, (exposures) => {
      const frames = byFrame(exposures)
      const shown = drawingsShown(exposures)
      expect(shown.map((entry) => entry.drawing)).toEqual([...new Set(frames.filter((drawing) => drawing !== null))])
      for (const { drawing, frame } of shown) {
        expect(frames.indexOf(drawing)).toBe(frame - 1)
        expect(firstFrameOf(exposures, drawing)).toBe(frame)
      }
      expect(firstFrameOf(exposures, 'never')).toBeUndefined()
      expect(placed(exposures).map((entry) => entry.index)).toEqual(exposures.map((_, i) => i))
    }),
  )
})

test('picture runs are the pictures of every frame, and no two neighbours start together', () => {
  fc.assert(
    fc.property(sheet, sheet, (top, bottom) => {
      const length = Math.min(totalFrames(top), totalFrames(bottom))
      const cut = (exposures: readonly Exposure[], prefix: string) =>
        joined(
          byFrame(exposures)
            .slice(0, length)
            .map((drawing) => ({ drawing: drawing && prefix + drawing, frames: 1 })),
        )
      const empty = newScene(settingsOf({ width: 64, height: 64, fps: 12, length }))
      const scene: Scene = {
        ...empty,
        levelOrder: ['A', 'B'],
        levels: { A: empty.levels['A']!, B: { ...empty.levels['A']!, id: 'B' } },
        sheets: { main: { A: cut(bottom, 'A'), B: cut(top, 'B') } },
      }
      const runs = pictureRuns(scene)
      expect(runs.reduce((sum, run) => sum + run.frames, 0)).toBe(length)
      for (const run of runs) {
        for (let frame = run.frame; frame < run.frame + run.frames; frame++)
          expect(shownAt(scene, frame)).toEqual(run.shown)
        expect(run.shown.map((entry) => entry.level)).toEqual(run.shown.map((entry) => entry.level).sort())
      }
      expect(mainSheet(scene, 'B')).toBe(scene.sheets['main']!['B'])
    }),
  )
})
