import { clamp } from '../base/clamp'
import fc from 'fast-check'
import type { z } from 'zod'
import { simpleEditSchema, type Edit, type SimpleEdit } from '../edits/kinds'
import { PART_DEPTH, partAt, type PartField } from '../scene/parts'
import type { Scene } from '../scene/schema'

/**
 * Any edit of every kind in the register, read off its own schema, so that a new kind is tried without a line
 * here. Ids are few, so that edits meet; numbers and texts are mostly plain and now and then hostile.
 */
export type AnyEdit = (scene: Scene, past: readonly Scene[]) => Edit

const IDS: Readonly<Record<string, readonly string[]>> = {
  take: ['main', 'two', 'three'],
  level: ['A', 'B', 'G'],
  chart: ['c0', 'c1'],
  landmark: ['l0', 'l1'],
  plan: ['p0', 'p1'],
  swatch: ['pencil', 'tide', 's0'],
  drawing: ['d0', 'd1', 'd2', 'd3', 'd4', 'd5'],
  piece: ['x0', 'x1', 'x2', 'x3'],
}
/** Which ids a field takes, by its name; the fields of the kinds are few and speak for themselves. */
const POOL_OF: Readonly<Record<string, string>> = {
  take: 'take',
  level: 'level',
  levels: 'level',
  order: 'level',
  chart: 'chart',
  landmark: 'landmark',
  landmarks: 'landmark',
  plan: 'plan',
  swatch: 'swatch',
  into: 'swatch',
  of: 'swatch',
  drawing: 'drawing',
  drawings: 'drawing',
  source: 'drawing',
  before: 'drawing',
  to: 'drawing',
  model: 'drawing',
  pinned: 'drawing',
  pins: 'landmark',
  bends: 'landmark',
  targets: 'landmark',
  piece: 'piece',
  columns: 'level',
  charts: 'chart',
  reference: 'plan',
  sound: 'plan',
  page: 'plan',
  footage: 'plan',
  ruler: 'plan',
  entry: 'plan',
  contact: 'plan',
  character: 'plan',
}
const OWN_POOL: Readonly<Record<string, string>> = {
  take: 'take',
  level: 'level',
  chart: 'chart',
  landmark: 'landmark',
  swatch: 'swatch',
  drawing: 'drawing',
  plan: 'plan',
  reference: 'plan',
  sound: 'plan',
  page: 'plan',
  footage: 'plan',
  answer: 'plan',
  ruler: 'plan',
}
const HOSTILE_IDS = ['gone', 'constructor', '__proto__']
const TEXTS = [
  '1',
  '5',
  '12',
  'Keypose1',
  '99999999',
  'zz',
  'Rope',
  'the ring lifts',
  'mist'.repeat(30),
  'a\u0000b',
  '\ud83c',
  '\udf0a',
  '\ud83c\udf0a'.repeat(999),
  '',
]

const idsFor = (path: readonly string[], type: string): fc.Arbitrary<string> => {
  const named = [...path]
    .reverse()
    .map((key) => POOL_OF[key])
    .find((pool) => pool !== undefined)
  const own = path.length === 1 && path[0] === 'id' ? OWN_POOL[type.split('.')[0]!] : undefined
  const from = path.at(-1) === 'from' ? (type === 'take.add' ? 'take' : 'drawing') : undefined
  const pool = IDS[from ?? own ?? named ?? 'drawing']!
  return fc.oneof(
    { weight: 30, arbitrary: fc.constantFrom(...pool) },
    { weight: 1, arbitrary: fc.constantFrom(...HOSTILE_IDS) },
  )
}

interface Definition {
  readonly type: string
  readonly shape?: Readonly<Record<string, z.ZodType>>
  readonly element?: z.ZodType
  readonly options?: readonly z.ZodType[]
  readonly values?: readonly unknown[]
  readonly entries?: Readonly<Record<string, string>>
  readonly innerType?: z.ZodType
  readonly keyType?: z.ZodType
  readonly valueType?: z.ZodType
  readonly items?: readonly z.ZodType[]
}

function numberFor(schema: z.ZodType): fc.Arbitrary<number> {
  const { minValue, maxValue, format } = schema as unknown as {
    minValue: number | null
    maxValue: number | null
    format: string | null
  }
  const least = Math.max(minValue ?? -1e9, -1e9)
  const most = Math.min(maxValue ?? 1e9, 1e9)
  const whole = fc.integer({
    min: Math.ceil(Math.max(least, Math.min(0, most))),
    max: Math.floor(clamp(least + 30, 30, most)),
  })
  const edges = fc.constantFrom(least, most)
  if (format?.includes('int')) return fc.oneof({ weight: 20, arbitrary: whole }, { weight: 1, arbitrary: edges })
  const shares = fc
    .constantFrom(0.125, 0.25, 0.5, 0.5000001, 0.75, 1.25)
    .map((share) => Math.min(most, Math.max(least, share)))
  return fc.oneof({ weight: 10, arbitrary: whole }, { weight: 10, arbitrary: shares }, { weight: 1, arbitrary: edges })
}

const isIdSchema = (schema: z.ZodType): boolean => schema.safeParse('d0').success && !schema.safeParse('d 0').success

function valueFor(schema: z.ZodType, path: readonly string[], type: string): fc.Arbitrary<unknown> {
  const definition = schema.def as unknown as Definition
  const inside = (inner: z.ZodType, ...keys: string[]) => valueFor(inner, [...path, ...keys], type)
  switch (definition.type) {
    case 'object': {
      const shape = Object.entries(definition.shape!)
      const optional = shape.filter(([, each]) => each.safeParse(undefined).success).map(([key]) => key)
      const required = shape.map(([key]) => key).filter((key) => !optional.includes(key))
      return fc.record(Object.fromEntries(shape.map(([key, each]) => [key, inside(each, key)])), {
        requiredKeys: required,
      })
    }
    case 'array':
      return fc
        .array(inside(definition.element!), { maxLength: path.at(-1) === 'drawings' ? 8 : 4 })
        .map((list) => (path.at(-1) === 'points' || path.at(-1) === 'outline' ? [1, 2, 0.5, 9, 9, 1] : list))
    case 'string':
      return isIdSchema(schema)
        ? idsFor(path, type)
        : path.at(-1) === 'colour' || path.at(-1) === 'paper'
          ? fc.constant('#a0b0c0')
          : ['picture', 'file'].includes(path.at(-1)!)
            ? fc.constant('0a'.repeat(32))
            : fc.constantFrom(...TEXTS)
    case 'number':
      // A place among the drawings of a plan.
      if (type === 'plan.lay' && ['drawing', 'from', 'to'].includes(path.at(-1)!))
        return fc.oneof({ weight: 20, arbitrary: fc.nat(1) }, { weight: 1, arbitrary: fc.constant(999) })
      return numberFor(schema)
    case 'boolean':
      return fc.boolean()
    case 'literal':
      return fc.constantFrom(...definition.values!)
    case 'enum':
      return fc.constantFrom(...Object.values(definition.entries!))
    case 'union':
      return fc.oneof(...definition.options!.map((each) => inside(each)))
    case 'tuple':
      return fc.tuple(...definition.items!.map((each) => inside(each)))
    case 'record':
      return fc.dictionary(inside(definition.keyType!) as fc.Arbitrary<string>, inside(definition.valueType!), {
        maxKeys: 2,
      })
    case 'optional':
    case 'readonly':
    case 'default':
      return inside(definition.innerType!)
    case 'nullable':
      return fc.oneof(
        { weight: 4, arbitrary: inside(definition.innerType!) },
        { weight: 1, arbitrary: fc.constant(null) },
      )
    default:
      return fc.constant('mist')
  }
}

/** Any value a schema takes as good as one: its ids few, its texts and numbers now and then hostile. */
export const anyOf = <T extends z.ZodType>(schema: T, name: string): fc.Arbitrary<z.infer<T>> =>
  valueFor(schema, [name], name) as fc.Arbitrary<z.infer<T>>

/** A part put back to what it was before, given another's value, or taken out: as undo does, and as nobody should. */
const anyRestore: fc.Arbitrary<AnyEdit> = fc
  .tuple(fc.nat(), fc.nat(), fc.nat(4))
  .map(([which, whence, how]) => (scene, past) => {
    const fields = Object.keys(PART_DEPTH) as PartField[]
    const paths = [scene, ...past.slice(-2)].flatMap((each) =>
      fields.flatMap((field): string[][] => {
        if (PART_DEPTH[field] === 0) return [[field]]
        const keys = Object.entries(each[field] ?? {})
        return PART_DEPTH[field] === 1
          ? keys.map(([key]) => [field, key])
          : keys.flatMap(([key, inner]) => Object.keys(inner as object).map((second) => [field, key, second]))
      }),
    )
    const at = paths[which % paths.length]!
    const other = past[whence % Math.max(1, past.length)] ?? scene
    const twin = paths.filter((path) => path[0] === at[0])[whence % paths.filter((path) => path[0] === at[0]).length]!
    const now = how === 0 ? null : how === 1 ? partAt(scene, twin) : partAt(other, at)
    return { type: 'restore', changes: [{ at, was: partAt(scene, at), now }] }
  })

export const KINDS_OF_EDIT = simpleEditSchema.options.map((option) => option.shape.type.value)

const some = <T>(values: readonly T[], least: number, most: number) =>
  fc.shuffledSubarray([...values], { minLength: least, maxLength: most })
const pattern = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 1, maxLength: 2 })

/** Kinds whose fields must agree with one another, made so that they mostly do. */
const AGREEING: Partial<Record<SimpleEdit['type'], fc.Arbitrary<Edit>>> = {
  'chart.add': fc
    .tuple(some(IDS['drawing']!, 6, 6), fc.constantFrom('A', 'B'), pattern, fc.integer({ min: 0, max: 2 }))
    .map(([[from, to, ...drawings], level, exposure, slowOut]): Edit => ({
      type: 'chart.add',
      id: 'c1',
      level,
      from: from!,
      to: to!,
      spacing: { by: 'halves', slowOut, slowIn: 0 },
      exposure,
      drawings,
    })),
  'chart.take-over': some(IDS['drawing']!, 3, 4).map(([from, to, ...between]): Edit => ({
    type: 'chart.take-over',
    id: 'c1',
    level: 'A',
    from: from!,
    to: to!,
    marks: between.map((drawing, i) => ({ drawing, fraction: (i + 1) / 4 })),
  })),
  'sound.put': fc
    .tuple(
      fc.constantFrom('p0', 'p1'),
      fc.integer({ min: -40, max: 40 }),
      fc.nat(5),
      fc.option(fc.integer({ min: 1, max: 9 })),
    )
    .map(([id, start, from, to]): Edit => ({
      type: 'sound.put',
      sound: {
        ...{ id, start, from, name: 'Gull', file: '0a'.repeat(32), seconds: 7.5, strength: 1 },
        ...(to !== null && { to }),
      },
    })),
  'sound.said': fc
    .tuple(
      fc.constantFrom('p0', 'p1'),
      fc.option(
        fc.array(fc.tuple(fc.constantFrom('b', 'ow1', 't'), fc.integer({ min: -1, max: 9 })), {
          minLength: 1,
          maxLength: 4,
        }),
      ),
      fc.option(fc.constant<number[]>([1])),
    )
    .map(([sound, words, held]): Edit => ({
      type: 'sound.said',
      sound,
      said: words && {
        words: words.map(([each, gap], i) => ({
          ...{ text: 'boat', sounds: [each], sureness: 0.5, at: [i, i + gap / 10].map((at) => Math.max(0, at)) },
          ...(held && { held }),
        })),
      },
    })),
  'plan.set': fc
    .tuple(fc.constantFrom('p0', 'p1'), fc.integer({ min: -9, max: 9 }))
    .map(([plan, x]): Edit => ({ type: 'plan.set', plan, inputs: { x } })),
  'plan.lay': fc
    .tuple(
      some(IDS['drawing']!, 1, 4),
      fc.constantFrom('p0', 'p1'),
      fc.constantFrom('A', 'B'),
      fc.integer({ min: 1, max: 18 }),
      fc.boolean(),
      fc.option(fc.integer({ min: 1, max: 3 })),
      fc.array(fc.tuple(fc.option(fc.nat(3)), fc.integer({ min: 1, max: 4 })), { minLength: 1, maxLength: 5 }),
      fc.constantFrom(0.5, 1.5, 50, 1e308),
      fc.option(fc.constant(true as const)),
    )
    .map(([drawings, id, level, frame, cycle, turns, exposures, fraction, again]): Edit => ({
      type: 'plan.lay',
      take: 'main',
      cycle,
      landmarks: [],
      plan: { id, level, planner: 'move', frame, inputs: {}, turns: cycle ? turns : 1 },
      ...(again && !cycle && { again }),
      drawings: drawings.map((each) => ({ id: each, role: 'key', shapes: [], targets: {} })),
      exposures: exposures.map(([drawing, frames]) => ({
        drawing: drawing === null ? null : drawing % drawings.length,
        frames,
      })),
      charts:
        drawings.length < 3 ? [] : [{ id: 'c1', from: 0, to: 2, exposure: [2], marks: [{ drawing: 1, fraction }] }],
    })),
}

/** One kind as its schema has it; whether the schema takes it is for the door to say. */
export const editOfKind = (type: SimpleEdit['type']): fc.Arbitrary<AnyEdit> => {
  if (type === 'restore') return anyRestore
  const option = simpleEditSchema.options.find((each) => each.shape.type.value === type)!
  const plain = valueFor(option, [], type) as fc.Arbitrary<Edit>
  const agreeing = AGREEING[type]
  return (agreeing ? fc.oneof({ weight: 3, arbitrary: agreeing }, { weight: 1, arbitrary: plain }) : plain).map(
    (edit) => () => edit,
  )
}

/** Any edit: of any kind, or several made together. */
export const anyEdit: fc.Arbitrary<AnyEdit> = fc.oneof(
  { weight: 12, arbitrary: fc.oneof(...KINDS_OF_EDIT.map(editOfKind)) },
  {
    weight: 1,
    arbitrary: fc
      .array(fc.oneof(...KINDS_OF_EDIT.map(editOfKind)), { minLength: 1, maxLength: 3 })
      .map((makers): AnyEdit => (scene, past) => ({
        type: 'together',
        words: 'several steps',
        edits: makers.map((make) => make(scene, past) as SimpleEdit),
      })),
  },
)
