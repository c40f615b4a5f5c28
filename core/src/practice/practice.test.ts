import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { newScene } from '../scene/create'
import { drawn, expectSame } from '../testing/build'
import { scoreCopy } from './copied'
import { exerciseSettings, meetingFrames, type Exercise } from './exercise'
import { scoreInWords } from './in-words'
import { markedDrawings } from './measure'
import { EXERCISES, exerciseOf } from './register'
import { marksOf, scoreExercise, type MarkedDrawing } from './score'

const seeds = fc.integer({ min: 0, max: 0xffffffff })
const exercises = fc.constantFrom(...EXERCISES)

/** The law’s own drawings, of one of its schools, on every so many frames and where something meets. */
function ideals(exercise: Exercise, seed: number, { school = 0, held = exercise.exposure } = {}): MarkedDrawing[] {
  const { ideal } = exercise.schools(seed)[school]!
  const meets = new Set(meetingFrames(ideal))
  return ideal.frames.flatMap((frame, i) =>
    i % held === 0 || meets.has(i + 1)
      ? [
          {
            ...{ drawing: `d${i}`, number: `${i + 1}`, frame: i + 1, marks: frame.marks },
            ...(frame.area !== undefined && { area: frame.area }),
          },
        ]
      : [],
  )
}
const shifted = (drawings: readonly MarkedDrawing[], dx: number, dy: number): MarkedDrawing[] =>
  drawings.map((each) => ({
    ...each,
    marks: Object.fromEntries(Object.entries(each.marks).map(([name, { x, y }]) => [name, { x: x + dx, y: y + dy }])),
  }))

test('every exercise has a task, a law and marks on its first frame, fits its paper, and is the same for the same seed', () => {
  fc.assert(
    fc.property(exercises, seeds, (exercise, seed) => {
      const [first] = exercise.schools(seed)
      expectSame(exercise.schools(seed), exercise.schools(seed))
      expect(exercise.task(first!.ideal, seed)).toMatch(/\.$/)
      expect(newScene(exerciseSettings(exercise, seed)).settings.length).toBe(first!.ideal.frames.length)
      for (const mark of marksOf(exercise)) expect(first!.ideal.frames[0]!.marks[mark]).toBeDefined()
      const outside = first!.ideal.frames.filter(({ marks }) =>
        Object.values(marks).some(({ x, y }) => !(x > 0 && x < 960 && y > 0 && y < 540)),
      )
      expect(outside).toEqual([])
    }),
    { numRuns: 120 },
  )
  expect(new Set(EXERCISES.map(({ id }) => id)).size).toBe(EXERCISES.length)
})

test('the law’s own drawings score nothing, of every school; shifted ones score the shift', () => {
  const by = fc.tuple(fc.integer({ min: -40, max: 40 }), fc.integer({ min: -40, max: 40 }))
  fc.assert(
    fc.property(
      exercises,
      seeds,
      fc.nat(),
      fc.integer({ min: 1, max: 3 }),
      by,
      (exercise, seed, which, held, [dx, dy]) => {
        const schools = exercise.schools(seed)
        const school = which % schools.length
        const own = ideals(exercise, seed, { school, held })
        const score = scoreExercise(exercise, seed, own)
        expect(score.px).toBeLessThan(1e-6)
        expect(score.meetings.every(({ px }) => px !== undefined && px < 6)).toBe(true)
        expect(score.seam ?? 0).toBeLessThan(1e-6)
        const off = Math.hypot(dx, dy)
        // Against its own law it is the shift; another school can be no farther than that.
        const other = scoreExercise({ ...exercise, schools: () => [schools[school]!] }, seed, shifted(own, dx, dy))
        expect(other.px).toBeCloseTo(off, 6)
        for (const each of other.drawings) {
          expect(each.px).toBeCloseTo(off, 6)
          expect(Math.hypot(each.beside, each.along)).toBeCloseTo(off, 6)
        }
        expect(scoreExercise(exercise, seed, shifted(own, dx, dy)).px).toBeLessThanOrEqual(off + 1e-6)
      },
    ),
    { numRuns: 80 },
  )
})

test('one drawing moved is the one to look at first, late or beside its arc; one made larger is named', () => {
  const ball = exerciseOf('ball-light')!
  const own = ideals(ball, 7)
  const moved = own.map((each, i) =>
    i === 5
      ? { ...each, marks: { middle: own[4]!.marks['middle']! } }
      : i === 9
        ? { ...each, area: each.area! * 1.3 }
        : each,
  )
  const score = scoreExercise(ball, 7, moved)
  expect(score.first).toBe('d5')
  const late = score.drawings.find(({ drawing }) => drawing === 'd5')!
  expect(late.along).toBeLessThan(0)
  expect(late.beside).toBeLessThan(2)
  expect(scoreInWords(score).join(' ')).toMatch(/Look first at drawing 6: .*late.*drawing 10 is 30 % larger/)
  const words = scoreInWords(scoreExercise(ball, 7, own)).join(' ')
  expect(words).toContain('No drawing stands out')
  expect(words).toContain('All that must meet meets on its frame.')
})

test('of several laws that are right the nearest is told', () => {
  const blink = exerciseOf('blink')!
  expect(scoreExercise(blink, 3, ideals(blink, 3, { school: 1 })).school).toBe('closing and opening evenly')
  expect(scoreExercise(blink, 3, ideals(blink, 3)).school).toBe('closing slower than it opens')
})

test('a contact without a drawing, one that is missed and a mark that was not pinned are said', () => {
  const touch = exerciseOf('touch')!
  const [meet] = meetingFrames(touch.schools(5)[0]!.ideal)
  const own = ideals(touch, 5)
  const apart = own.map((each) =>
    each.frame >= meet!
      ? { ...each, marks: { ...each.marks, left: { x: each.marks['left']!.x - 30, y: each.marks['left']!.y } } }
      : each,
  )
  expect(scoreInWords(scoreExercise(touch, 5, apart)).join(' ')).toContain(
    `On frame ${meet} they miss one another by 30 px.`,
  )
  const without = own.filter(({ frame }) => frame < meet!)
  expect(scoreInWords(scoreExercise(touch, 5, without)).join(' ')).toContain(`No drawing begins on frame ${meet}`)
  const unpinned = own.map((each, i) => (i === 1 ? { ...each, marks: { left: each.marks['left']! } } : each))
  expect(scoreInWords(scoreExercise(touch, 5, unpinned)).join(' ')).toContain('Not measured: 3 (no right)')
  expect(() => scoreExercise(touch, 5, [])).toThrow(/No drawing can be measured yet/)
})

test('copied from watching: keys found, on which frames, and drawings that are none', () => {
  const nod = exerciseOf('copy-nod')!
  const { frames } = nod.schools(9)[0]!.ideal
  const keys = frames.flatMap(({ key, marks }, i) =>
    key ? [{ drawing: `k${i}`, number: `${i + 1}`, frame: i + 1, marks }] : [],
  )
  const all = scoreCopy(nod, 9, keys)
  expect(all.px).toBeLessThan(1e-6)
  expect(scoreInWords(all)[0]).toBe('All 3 keys were found.')
  const between = { ...keys[0]!, drawing: 'more', frame: keys[1]!.frame - 6, marks: frames[keys[1]!.frame - 7]!.marks }
  const some = scoreCopy(nod, 9, [{ ...keys[0]!, frame: 2 }, between, keys[1]!])
  expect(scoreInWords(some).slice(0, 3)).toEqual([
    `Found 2 of 3 keys; none near frame ${keys[2]!.frame}.`,
    'The key of frame 1 stands on 2.',
    `No key of the motion lies on frame ${between.frame}.`,
  ])
})

test('drawn with a pencil the law’s own shapes measure as the law within a pixel and a half', () => {
  const ball = exerciseOf('ball-light')!
  const { frames } = ball.schools(11)[0]!.ideal
  const shown = frames.flatMap((frame, i) => (i % 2 === 0 ? [{ frame: i + 1, shape: frame.shapes[0]! }] : []))
  const scene = shown.reduce(
    (now, { frame }) => applyEdit(now, drawn(`d${frame}`, frame)).scene,
    newScene(exerciseSettings(ball, 11)),
  )
  const strokeOf = ({
    shape,
  }: (typeof shown)[number]): Extract<Edit, { type: 'ink.change' }>['add'][number]['piece'] => {
    const points = [...shape.points, ...shape.points.slice(0, 2)]
    const pressed = Array.from({ length: points.length / 2 }, (_, i) => [
      points[2 * i]!,
      points[2 * i + 1]!,
      0.5,
    ]).flat()
    return { kind: 'stroke', id: 's1', swatch: 'pencil', size: 2, points: pressed }
  }
  const inked = shown.reduce(
    (now, each) =>
      applyEdit(now, {
        ...{ type: 'ink.change', drawing: `d${each.frame}`, pass: 'line', remove: [] },
        add: [{ at: 0, piece: strokeOf(each) }],
      }).scene,
    scene,
  )
  const marked = markedDrawings(ball, inked, (drawing, pass) =>
    pass === 'line' ? shown.filter(({ frame }) => `d${frame}` === drawing).map(strokeOf) : [],
  )
  expect(marked).toHaveLength(shown.length)
  const score = scoreExercise(ball, 11, marked)
  expect(score.px).toBeLessThan(1.5)
  expect(Math.max(...score.drawings.map(({ larger }) => Math.abs(larger!)))).toBeLessThan(0.06)
})
