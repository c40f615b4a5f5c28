import { createHash } from 'node:crypto'
import { encode } from 'fast-png'
import { settingsOf } from '../testing/build'
import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate'
import { PDFDict, PDFDocument, PDFName } from 'pdf-lib'
import { applyEdit, inkAfter } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { quantized, type Ink } from '../ink/ink'
import { newLevel, newScene } from '../scene/create'
import { sameValue } from '../scene/parts'
import { EditRefused } from '../scene/refusal'
import type { Pass, Scene, Settings } from '../scene/schema'
import { between, writtenOut } from '../timing/column'
import { ArchiveRefused, readArchive, sceneFileJsonSchema, writeArchive } from './archive/archive'
import { ARCHIVE_LIMITS } from './archive/archive-limits'
import { readSheetCsv, writeSheetCsv } from './sheet/sheet-csv'
import { writeDrawingSheets } from './drawing-sheets'
import type { PrintFonts } from './print'
import { writeSheetPdf } from './sheet/sheet-pdf'

const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex')

const settings: Settings = settingsOf({ height: 200, fps: 12, approach: 'every-drawing-a-key', numbering: 'in-order' })

interface Made {
  scene: Scene
  ink: Map<string, Ink>
}
function make({ scene, ink }: Made, edits: readonly Edit[]): Made {
  const next = { scene, ink: new Map(ink) }
  for (const edit of edits) {
    try {
      const after = applyEdit(next.scene, edit).scene
      for (const { drawing, pass, ink: pieces } of inkAfter(edit, (d, p) => next.ink.get(`${d}/${p}`) ?? []))
        next.ink.set(`${drawing}/${pass}`, pieces)
      next.scene = after
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
    }
  }
  return next
}
const withInk = ({ scene, ink }: Made) => ({
  scene,
  inkOf: (drawing: string, pass: Pass) => ink.get(`${drawing}/${pass}`) ?? [],
})
const start: Made = { scene: newScene(settings), ink: new Map() }
const key = (id: string, frame: number, level = 'A'): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level,
  frame,
  drawing: { id, role: 'key' },
})
let serial = 0
const stroke = (drawing: string, points: number[], pass: Pass = 'line'): Edit => ({
  type: 'ink.change',
  drawing,
  pass,
  remove: [],
  add: [{ at: 99, piece: quantized({ kind: 'stroke', id: `s${serial++}`, swatch: 'pencil', size: 4.5, points }) }],
})

const frame = fc.integer({ min: 1, max: 24 })
const anyEdit: fc.Arbitrary<Edit> = fc.oneof(
  fc
    .tuple(fc.integer({ min: 0, max: 6 }), frame, fc.constantFrom('A', 'B'))
    .map(([n, f, level]) => key(`${level}d${n}`, f, level)),
  fc
    .tuple(
      fc.integer({ min: 0, max: 6 }),
      fc.array(
        fc.tuple(
          fc.double({ min: -50, max: 400, noNaN: true }),
          fc.double({ min: -50, max: 300, noNaN: true }),
          fc.double({ min: 0, max: 1, noNaN: true }),
        ),
        { minLength: 1, maxLength: 6 },
      ),
    )
    .map(([n, points]) => stroke(`Ad${n}`, points.flat())),
  fc.tuple(frame, fc.nat(6), fc.option(fc.integer({ min: 1, max: 4 }))).map(([f, more, turns]): Edit => ({
    type: 'sheet.range',
    take: 'main',
    levels: ['A'],
    from: f,
    to: Math.min(24, f + more),
    act: { do: 'cycle', turns },
  })),
  fc.tuple(frame, fc.string({ maxLength: 12 })).map(([f, text]): Edit => ({
    type: 'take.note',
    take: 'main',
    frame: f,
    text: text.replace(/[\r\n\0]/g, ' ').trim(),
  })),
  fc.constantFrom<Edit>(
    { type: 'level.add', level: newLevel({ id: 'B', name: 'A', approach: 'straight-ahead' }), at: 1 },
    { type: 'take.add', id: 't', name: 'Two', from: 'main' },
    { type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } },
  ),
  fc.tuple(fc.integer({ min: 0, max: 6 }), fc.integer({ min: 0, max: 300 })).map(([n, x]): Edit => ({
    type: 'pin.set',
    drawing: `Ad${n}`,
    landmark: 'nose',
    pin: { x: x / 8, y: 3, corner: true },
  })),
)
const anyScene = fc.array(anyEdit, { maxLength: 25 }).map((edits) => make(start, [key('Ad0', 1), ...edits]))

describe('the sheet as CSV', () => {
  const small = make(start, [
    { type: 'level.add', level: newLevel({ id: 'B', name: '=Sum, "B"', approach: 'straight-ahead' }), at: 1 },
    key('k1', 1),
    key('k2', 4),
    key('k3', 7),
    key('p', 3, 'B'),
    { type: 'sheet.range', take: 'main', levels: ['A'], from: 10, to: 24, act: { do: 'blank' } },
    { type: 'take.note', take: 'main', frame: 4, text: '+ look, left' },
  ]).scene
  const rows = writeSheetCsv(small).split('\r\n')

  test('a number stands where a drawing begins, - where nothing is shown, and holds are empty cells', () => {
    expect(rows.slice(0, 5)).toEqual([
      'Frame,Time,"\'=Sum, ""B""",A,Note',
      '1,0:00+00,-,1,',
      '2,0:00+01,,,',
      '3,0:00+02,1,,',
      '4,0:00+03,,2,"\'+ look, left"',
    ])
    expect(rows).toHaveLength(25)
  })

  test('what is written reads back without a change, for any scene', () => {
    fc.assert(
      fc.property(anyScene, ({ scene }) => {
        const reading = readSheetCsv(scene, 'main', writeSheetCsv(scene))
        expect(reading).toMatchObject({ columns: {} })
        if ('columns' in reading)
          expect(sameValue(applyEdit(scene, { type: 'sheet.lay', take: 'main', ...reading }).scene, scene)).toBe(true)
      }),
      { numRuns: 60 },
    )
  })

  test('a take that ends earlier reads back as far as it lasts; what lies beyond its end stays', () => {
    const edits: Edit[] = [
      { type: 'take.add', id: 'two', name: 'Shorter', from: 'main' },
      { type: 'take.note', take: 'two', frame: 20, text: 'beyond' },
      { type: 'take.set', take: 'two', fields: { length: 8 } },
    ]
    const scene = edits.reduce((now, edit) => applyEdit(now, edit).scene, small)
    const written = writeSheetCsv(scene, 'two')
    const reading = readSheetCsv(scene, 'two', written)
    expect(reading).toEqual({ columns: {}, notes: scene.takes['two']!.notes })
    const emptied = readSheetCsv(scene, 'two', written.replace(/^1,([^,]*),-,\d+,/m, '1,$1,-,-,'))
    if (!('columns' in emptied)) throw new Error(JSON.stringify(emptied))
    const after = applyEdit(scene, { type: 'sheet.lay', take: 'two', ...emptied }).scene
    const shown = ({ sheets }: Scene) => writtenOut(sheets['two']!['A']!)
    expect(between(shown(after), 1, 1)).toEqual([{ drawing: null, frames: 1 }])
    expect(between(shown(after), 9, 24)).toEqual(between(shown(scene), 9, 24))
  })

  test('a note that begins like a formula, or like one that was made harmless, reads back as it is', () => {
    for (const text of ['=1', "'=1", "''=1", '-x', "'-", '@here', "'quoted'"]) {
      const noted = applyEdit(small, { type: 'take.note', take: 'main', frame: 1, text }).scene
      const written = writeSheetCsv(noted)
      const reading = readSheetCsv(noted, 'main', written)
      if (!('columns' in reading)) throw new Error(JSON.stringify(reading))
      const after = applyEdit(noted, { type: 'sheet.lay', take: 'main', ...reading }).scene
      expect(after.takes['main']!.notes).toEqual(noted.takes['main']!.notes)
    }
  })

  test('a sheet timed anew in a spreadsheet is laid, whatever separates its columns; levels left out stay', () => {
    const text = `Frame;A\n${Array.from({ length: 24 }, (_, i) => `${i + 1};${({ 0: '3', 6: '1', 12: '-', 20: '02' } as Record<number, string>)[i] ?? ''}`).join('\n')}`
    const reading = readSheetCsv(small, 'main', text)
    if (!('columns' in reading)) throw new Error(JSON.stringify(reading))
    const after = applyEdit(small, { type: 'sheet.lay', take: 'main', ...reading }).scene
    expect(
      writtenOut(after.sheets['main']!['A']!)
        .map((entry) => `${entry.drawing ?? 'x'}${entry.frames}`)
        .join(' '),
    ).toBe('k36 k16 x8 k24')
    expect(after.sheets['main']!['B']).toEqual(small.sheets['main']!['B'])
  })

  test('everything wrong is told by row and column, and nothing is laid', () => {
    const errors = (text: string) => {
      const reading = readSheetCsv(small, 'main', text)
      return 'errors' in reading
        ? reading.errors.map(({ row, column, sentence }) => `${row} ${column}: ${sentence}`)
        : []
    }
    const lines = rows.map((row) => row.split(','))
    const changed = (row: number, text: string) => [...rows.slice(0, row - 1), text, ...rows.slice(row)].join('\r\n')
    expect(errors(changed(2, '1,0:00+00,-,37,'))).toEqual(['2 A: There is no drawing 37 on level A.'])
    expect(errors(changed(2, '1,0:00+00,-,,'))).toEqual([expect.stringMatching(/^2 A: The first frame says nothing/)])
    expect(errors(changed(9, '80,,,,'))).toEqual([
      expect.stringMatching(/^9 Frame: Here frame 8 is expected and “80” is written/),
    ])
    expect(errors(rows.slice(0, -1).join('\n'))).toEqual([
      expect.stringMatching(/^24 Frame: The file has 23 frames and the take 24/),
    ])
    expect(errors(changed(1, 'Frame,Time,Nobody,A,Note'))).toEqual([
      expect.stringMatching(/^1 Nobody: There is no level called Nobody/),
    ])
    expect(errors(changed(1, 'Frame,Time,A,A,Note'))).toEqual([expect.stringMatching(/^1 A: There are two columns/)])
    expect(errors('')).toEqual(expect.arrayContaining([expect.stringMatching(/a column “Frame”/)]))
    expect(errors('\0\x01nonsense')).not.toEqual([])
    expect(lines.length).toBe(25)
  })
})

describe('the scene as an archive', () => {
  const drawn = make(start, [
    key('k1', 1),
    key('k2', 9),
    stroke('k1', [10, 20, 0.5, 30.5, 40.25, 1]),
    stroke('k1', [1, 1, 0.25], 'rough'),
    stroke('k2', [5, 5, 1, 90, 90, 0.1]),
    {
      type: 'ink.change',
      drawing: 'k2',
      pass: 'colour',
      remove: [],
      add: [{ at: 0, piece: { kind: 'fill', id: 'f', swatch: 'tide', outline: [0, 0, 10, 0, 10, 10] } }],
    },
    {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'k1',
      to: 'k2',
      spacing: { by: 'thirds', slowOut: 0, slowIn: 0 },
      exposure: [2],
      drawings: ['a', 'b'],
    },
    { type: 'drawing.set', drawing: 'k1', fields: { note: 'a <b> & "c"' } },
  ])
  const bytes = writeArchive(withInk(drawn))
  const files = unzipSync(bytes)
  const packed = (change: (files: Record<string, Uint8Array>) => void) => {
    const copy = { ...files }
    change(copy)
    return zipSync(copy)
  }

  test('is JSON with its schema, and one picture for each pass, whose bytes never vary', () => {
    expect(Object.keys(files).sort()).toEqual([
      'ink/k1/line.svg',
      'ink/k1/rough.svg',
      'ink/k2/colour.svg',
      'ink/k2/line.svg',
      'manifest.json',
      'scene.json',
      'scene.schema.json',
    ])
    expect(JSON.parse(strFromU8(files['scene.json']!)).scene).toEqual(drawn.scene)
    expect(strFromU8(files['ink/k2/colour.svg']!)).toContain(
      '<path id="f" data-kind="fill" data-swatch="tide" fill="#3e7c86" fill-rule="evenodd" data-outline="0 0 10 0 10 10" d="M0.00 0.00L10.00 0.00L10.00 10.00Z"/>',
    )
    expect(writeArchive(withInk(drawn))).toEqual(bytes)
  })

  test('the published schema is the one in docs', () => {
    expect(JSON.parse(readFileSync('docs/scene.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(sceneFileJsonSchema())),
    )
  })

  test('pages of paper and films under it come back with their files and with the ink that shows them', () => {
    const picture = new Uint8Array(
      encode({ width: 3, height: 2, data: new Uint8Array(6).fill(200), channels: 1, depth: 8 }),
    )
    const film = Uint8Array.from([0x1a, 0x45, 0xdf, 0xa3, ...new Array<number>(40).fill(7)])
    const [named, filmed] = [picture, film].map(sha256) as [string, string]
    const papered = make(drawn, [
      {
        type: 'page.put',
        page: { id: 'p', name: 'Page 1', picture: named, width: 3, height: 2, black: 40, white: 210.5 },
      },
      {
        type: 'ink.change',
        drawing: 'k2',
        pass: 'rough',
        remove: [],
        add: [
          {
            at: 0,
            piece: quantized({
              ...({ kind: 'scan', id: 'scan', swatch: 'pencil', page: 'p', width: 3, height: 2 } as const),
              matrix: [0.5, 0.25, -0.25, 0.5, 12.125, -3],
            }),
          },
        ],
      },
      {
        type: 'footage.put',
        footage: {
          ...{
            id: 'f',
            name: 'Walk',
            file: filmed,
            seconds: 2,
            width: 640,
            height: 360,
            start: -4,
            from: 0.5,
            speed: 0.5,
          },
          ...{ step: 2, strength: 0.4, x: 1, y: 2, across: 300 },
        },
      },
      {
        type: 'writing.put',
        drawing: 'k2',
        writing: {
          paths: [
            { id: 'w', points: [1, 2, 30.5, 4], overlap: 0.25 },
            { id: 'v', points: [5, 6] },
          ],
        },
      },
      {
        type: 'level.add',
        level: { ...newLevel({ id: 'Z', name: 'Z', approach: 'pose-to-pose' }), hidden: true },
        at: 0,
      },
      {
        type: 'level.set',
        level: 'Z',
        fields: {
          follows: { level: 'A', frames: -3, x: 1.5, y: 0, only: ['k2'], swatches: { pencil: 'tide' } },
          adjust: { black: 10, middle: 1.5, hue: -40, colour: 0 },
        },
      },
      { type: 'level.set', level: 'A', fields: { matte: { level: 'Z', where: 'none' } } },
    ])
    const read = readArchive(
      writeArchive({ ...withInk(papered), pictures: new Map([[named, picture]]), sounds: new Map([[filmed, film]]) }),
    )
    expect(read.scene).toEqual(papered.scene)
    expect([...read.ink.values()].map(({ ink }) => ink)).toEqual(expect.arrayContaining([papered.ink.get('k2/rough')!]))
    expect([read.pictures.get(named), read.sounds.get(filmed)]).toEqual([picture, film])
  })

  test('reads back without loss, for any scene', () => {
    fc.assert(
      fc.property(anyScene, (made) => {
        const { scene, ink } = readArchive(writeArchive(withInk(made)))
        expect(scene).toEqual(made.scene)
        expect([...ink.values()].map((entry) => [`${entry.drawing}/${entry.pass}`, entry.ink]).sort()).toEqual(
          [...made.ink].filter(([, pieces]) => pieces.length > 0).sort(),
        )
      }),
      { numRuns: 40 },
    )
  })

  const evil: [string, () => Uint8Array, RegExp][] = [
    ['a path outside', () => packed((all) => (all['../../outside.svg'] = strToU8('x'))), /would lie outside/],
    ['an absolute path', () => packed((all) => (all['/tmp/x'] = strToU8('x'))), /would lie outside/],
    ['a name that cannot be shown', () => packed((all) => (all['/\u0007\u0001x'] = strToU8('x'))), /\(\/··x\)/],
    ['a path of another system', () => packed((all) => (all['C:\\x'] = strToU8('x'))), /would lie outside/],
    ['a file that does not belong', () => packed((all) => (all['run.sh'] = strToU8('x'))), /does not belong/],
    ['a missing drawing', () => packed((all) => delete all['ink/k1/line.svg']), /ink\/k1\/line.svg is missing/],
    [
      'a drawing nobody named',
      () => packed((all) => (all['ink/zz/line.svg'] = all['ink/k1/line.svg']!)),
      /not named in manifest/,
    ],
    ['no manifest', () => packed((all) => delete all['manifest.json']), /manifest.json is missing/],
    [
      'a changed line',
      () =>
        packed((all) => (all['ink/k1/line.svg'] = strToU8(strFromU8(all['ink/k1/line.svg']!).replace('30.5', '31.5')))),
      /is damaged/,
    ],
    [
      'a changed scene',
      () =>
        packed((all) => (all['scene.json'] = strToU8(strFromU8(all['scene.json']!).replace('"fps": 12', '"fps": 13')))),
      /is damaged/,
    ],
    ['no zip at all', () => strToU8('this is a letter'), /not a whole zip/],
    ['nothing', () => new Uint8Array(), /not a whole zip/],
    ['half of it', () => bytes.slice(0, bytes.length / 2), /not a whole zip/],
  ]
  test.each(evil)('with %s is refused with a sentence', (_, build, sentence) => {
    expect(() => readArchive(build())).toThrow(ArchiveRefused)
    expect(() => readArchive(build())).toThrow(sentence)
  })

  /** Someone else's archive with honest hashes but a dishonest content. */
  const forged = (change: (files: Record<string, Uint8Array>) => void) => {
    const honest = writeArchive({ scene: drawn.scene, inkOf: withInk(drawn).inkOf })
    const own = unzipSync(honest)
    change(own)
    const named = Object.fromEntries(
      Object.entries(own)
        .filter(([name]) => name !== 'manifest.json')
        .map(([name, body]) => [name, { bytes: body.length, sha256: sha256(body) }]),
    )
    return zipSync({
      ...own,
      'manifest.json': strToU8(JSON.stringify({ format: 'unhurried-sketch archive', version: 1, files: named })),
    })
  }
  const scene = (all: Record<string, Uint8Array>) =>
    JSON.parse(strFromU8(all['scene.json']!)) as {
      scene: { settings: { width: unknown }; drawings: Record<string, { passes: unknown }> }
    }
  const dishonest: [string, (files: Record<string, Uint8Array>) => void, RegExp][] = [
    [
      'a wrong type',
      (all) => {
        const file = scene(all)
        file.scene.settings.width = 'wide'
        all['scene.json'] = strToU8(JSON.stringify(file))
      },
      /scene › settings › width/,
    ],
    [
      'a sheet that shows a drawing that is not there',
      (all) => {
        const file = scene(all)
        delete file.scene.drawings['k2']
        all['scene.json'] = strToU8(JSON.stringify(file))
      },
      /names a drawing|not there/,
    ],
    [
      'more lines than there are',
      (all) => {
        const file = scene(all)
        file.scene.drawings['k1']!.passes = { line: 2, rough: 1 }
        all['scene.json'] = strToU8(JSON.stringify(file))
      },
      /should hold 2 lines/,
    ],
    [
      'entities in a picture',
      (all) => (all['ink/k1/line.svg'] = strToU8('<!DOCTYPE svg [<!ENTITY a "b">]><svg><path/></svg>')),
      /declares entities/,
    ],
    [
      'a picture of something else',
      (all) => (all['ink/k1/line.svg'] = strToU8('<html><body/></html>')),
      /not one of ours/,
    ],
    [
      'a point far outside',
      (all) =>
        (all['ink/k1/line.svg'] = strToU8(
          '<svg><path id="s" data-kind="stroke" data-swatch="pencil" data-size="4" data-points="1e9 1 1"/></svg>',
        )),
      /cannot be read.*too far/,
    ],
    [
      'a colour that is not there',
      (all) =>
        (all['ink/k1/line.svg'] = strToU8(
          '<svg><path id="s" data-kind="stroke" data-swatch="none" data-size="4" data-points="1 1 1"/></svg>',
        )),
      /colour that is not in the scene/,
    ],
    [
      'lines of a drawing that every object has',
      (all) => (all['ink/constructor/line.svg'] = all['ink/k1/line.svg']!),
      /belongs to no drawing/,
    ],
    [
      '__proto__ as a drawing',
      (all) => (all['scene.json'] = strToU8(strFromU8(all['scene.json']!).replaceAll('"k1"', '"__proto__"'))),
      /./,
    ],
  ]
  test.each(dishonest)('with honest hashes but %s is refused', (_, change, sentence) => {
    expect(() => readArchive(forged(change))).toThrow(ArchiveRefused)
    expect(() => readArchive(forged(change))).toThrow(sentence)
  })

  test('one enormous after unpacking is refused before it is unpacked', () => {
    const zeros = new Uint8Array(2 * 1024 * 1024)
    const bomb = zipSync(Object.fromEntries(Array.from({ length: 5 }, (_, i) => [`ink/k${i}/line.svg`, zeros])))
    expect(bomb.length).toBeLessThan(20_000)
    expect(() => readArchive(bomb, { ...ARCHIVE_LIMITS, unpacked: 8 * 1024 * 1024 })).toThrow(/more than 8 MB/)
    const swelling = zipSync({ 'ink/k1/line.svg': new Uint8Array(40 * 1024 * 1024) })
    expect(() => readArchive(swelling)).toThrow(/many times larger than any scene/)
    // One that lies about its size is not unpacked further than it says.
    const lying = bomb.slice()
    const view = new DataView(lying.buffer)
    for (let at = 0; at + 4 < lying.length; at++)
      if (view.getUint32(at, true) === zeros.length) view.setUint32(at, 100, true)
    expect(() => readArchive(lying)).toThrow(ArchiveRefused)
    expect(() => readArchive(bytes, { ...ARCHIVE_LIMITS, files: 3 })).toThrow(/more than 3 files/)
    expect(() => readArchive(bytes, { ...ARCHIVE_LIMITS, packed: 100 })).toThrow(/larger than/)
  })

  test('a thousand damaged archives: none accepted as another scene, none crashing', () => {
    let refused = 0
    fc.assert(
      fc.property(
        fc.oneof(
          fc.record({
            kind: fc.constant('bytes' as const),
            at: fc.array(fc.tuple(fc.nat(bytes.length - 1), fc.integer({ min: 1, max: 255 })), {
              minLength: 1,
              maxLength: 5,
            }),
          }),
          fc.record({
            kind: fc.constant('cut' as const),
            from: fc.nat(bytes.length - 1),
            length: fc.integer({ min: 1, max: 400 }),
          }),
          fc.record({
            kind: fc.constant('more' as const),
            at: fc.nat(bytes.length),
            added: fc.uint8Array({ minLength: 1, maxLength: 60 }),
          }),
        ),
        (damage) => {
          let damaged: Uint8Array
          if (damage.kind === 'bytes') {
            damaged = bytes.slice()
            for (const [at, by] of damage.at) damaged[at] = damaged[at]! ^ by
          } else if (damage.kind === 'cut')
            damaged = Uint8Array.from([...bytes.slice(0, damage.from), ...bytes.slice(damage.from + damage.length)])
          else damaged = Uint8Array.from([...bytes.slice(0, damage.at), ...damage.added, ...bytes.slice(damage.at)])
          try {
            const read = readArchive(damaged)
            // Damage to what says nothing, such as a date, may pass: then what is read is the very scene.
            expect(read.scene).toEqual(drawn.scene)
            expect([...read.ink.values()].map((each) => each.ink)).toEqual(
              expect.arrayContaining([...drawn.ink.values()]),
            )
          } catch (error) {
            expect(error).toBeInstanceOf(ArchiveRefused)
            refused++
          }
        },
      ),
      { numRuns: 1000 },
    )
    expect(refused).toBeGreaterThan(500)
  })
})

describe('the sheet as PDF', () => {
  const font = (weight: number, subset: string) =>
    readFileSync(`node_modules/@fontsource/source-sans-3/files/source-sans-3-${subset}-${weight}-normal.woff`)
  const fonts = {
    plain: [font(400, 'latin'), font(400, 'latin-ext'), font(400, 'cyrillic')],
    bold: [font(600, 'latin')],
  }

  test('has the pages its frames and levels need, in the size asked for, the same bytes each time', async () => {
    const scene = make(start, [
      { type: 'scene.set', settings: { length: 100, name: 'Прилив ⅓ 漢' } },
      key('k1', 1),
      key('k2', 9),
      {
        type: 'chart.add',
        id: 'c',
        level: 'A',
        from: 'k1',
        to: 'k2',
        spacing: { by: 'halves', slowOut: 2, slowIn: 1 },
        exposure: [2],
        drawings: ['a', 'b', 'd'],
      },
      { type: 'scene.set', settings: { beats: { bpm: 97.3, first: 3 } } },
      { type: 'sheet.range', take: 'main', levels: ['A'], from: 20, to: 24, act: { do: 'cycle', turns: null } },
      { type: 'take.note', take: 'main', frame: 5, text: 'a very long note that has to be cut somewhere' },
    ]).scene
    const reported: string[] = []
    const pdf = await writeSheetPdf({ scene, paper: 'a4', fonts, onPage: (done, of) => reported.push(`${done}/${of}`) })
    const read = await PDFDocument.load(pdf)
    expect(read.getPages().map((page) => [page.getWidth(), page.getHeight()])).toEqual([
      [595.28, 841.89],
      [595.28, 841.89],
      [595.28, 841.89],
    ])
    expect([read.getTitle(), reported]).toEqual(['Прилив ⅓ 漢, exposure sheet', ['1/3', '2/3', '3/3']])
    expect(await writeSheetPdf({ scene, paper: 'a4', fonts })).toEqual(pdf)
    const letter = await PDFDocument.load(await writeSheetPdf({ scene, paper: 'letter', fonts }))
    expect(letter.getPages()[0]!.getSize()).toEqual({ width: 612, height: 792 })
  })

  test('words with letters no shipped font has are pictures where they stand, as wide as they are and shortened to their room', async () => {
    const scene = make(start, [{ type: 'scene.set', settings: { name: '雪の日' } }]).scene
    const asked: [string, number | undefined][] = []
    const png = Promise.resolve(encode({ width: 2, height: 2, channels: 4, data: new Uint8Array(16) }))
    const picture: PrintFonts['picture'] = (words, { room }) => {
      asked.push([words, room])
      return { width: 30, edge: 2, height: 12, below: 4, png }
    }
    const pdf = await writeSheetPdf({ scene, paper: 'a4', fonts: { ...fonts, picture } })
    // The heading in bold; all else of a page is in letters that are shipped.
    expect(asked).toEqual([['雪の日', expect.any(Number)]])
    const [page] = (await PDFDocument.load(pdf)).getPages()
    expect(page!.node.Resources()!.lookup(PDFName.of('XObject'), PDFDict).keys()).toHaveLength(1)
    expect(await writeSheetPdf({ scene, paper: 'a4', fonts: { ...fonts, picture } })).toEqual(pdf)
    const without = await PDFDocument.load(await writeSheetPdf({ scene, paper: 'a4', fonts }))
    expect(without.getPages()[0]!.node.Resources()!.lookupMaybe(PDFName.of('XObject'), PDFDict)?.keys() ?? []).toEqual(
      [],
    )
  })

  test('sheets to draw on: one for each drawing still to be drawn, a dozen when there is none, the same each time', async () => {
    const planned = make(start, [
      { type: 'drawing.add', take: 'main', level: 'A', frame: 1, drawing: { id: 'k1', role: 'key' } },
      { type: 'drawing.add', take: 'main', level: 'A', frame: 9, drawing: { id: 'k2', role: 'key' } },
    ]).scene
    const pdf = await writeDrawingSheets({ scene: planned, paper: 'a4', fonts })
    const read = await PDFDocument.load(pdf)
    expect(read.getPages().map((page) => [page.getWidth(), page.getHeight()])).toEqual([
      [841.89, 595.28],
      [841.89, 595.28],
    ])
    expect(await writeDrawingSheets({ scene: planned, paper: 'a4', fonts })).toEqual(pdf)
    const blank = await PDFDocument.load(
      await writeDrawingSheets({ scene: make(start, []).scene, paper: 'letter', fonts }),
    )
    expect([blank.getPageCount(), blank.getPages()[0]!.getSize()]).toEqual([12, { width: 792, height: 612 }])
  })

  test('more levels than a page is wide go on on further pages', async () => {
    const many = Array.from({ length: 15 }, (_, i): Edit => ({
      type: 'level.add',
      level: newLevel({ id: `L${i}`, name: `Level ${i}`, approach: 'straight-ahead' }),
      at: 0,
    }))
    const pdf = await PDFDocument.load(await writeSheetPdf({ scene: make(start, many).scene, paper: 'a4', fonts }))
    expect(pdf.getPageCount()).toBe(3)
  })
})
