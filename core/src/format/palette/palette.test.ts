import fc from 'fast-check'
import { newScene } from '../../scene/create'
import { coloursOf } from '../../scene/palette'
import { settingsOf } from '../../testing/build'
import { coloursIn, PALETTE_FORMATS, PaletteRefused, readPalette, type NamedColour } from './palette'

const hex = fc.integer({ min: 0, max: 0xffffff }).map((value) => `#${value.toString(16).padStart(6, '0')}`)
const name = fc
  .oneof(
    fc.string({ unit: 'grapheme', maxLength: 40 }),
    fc.constantFrom('=1+1', "'-quoted", '<b>&', 'Море', '雪', '#fff'),
  )
  .map((text) => text.replace(/[\p{C}\s]+/gu, ' ').trim())
  .filter((text) => text !== '')
const palette = fc.uniqueArray(fc.record({ name, colour: hex, group: name }, { requiredKeys: ['name', 'colour'] }), {
  minLength: 1,
  maxLength: 30,
  selector: ({ name: own }) => own,
})
/** In a picture colours of one group stand together. */
const byGroup = (colours: readonly NamedColour[]) =>
  [...colours].sort((a, b) => (a.group ?? '').localeCompare(b.group ?? '') || a.name.localeCompare(b.name))

test.each(PALETTE_FORMATS)('as $id any colours come back as they went out', ({ write }) => {
  fc.assert(
    fc.property(palette, (colours) => {
      expect(byGroup(readPalette(write(colours)))).toEqual(byGroup(colours))
    }),
    { numRuns: 60 },
  )
})

test('the pots of a scene go out, a tone as the colour it has, one that was poured not at all', () => {
  const scene = newScene(settingsOf())
  const [first] = scene.palette
  const tone = { id: 'tone', name: 'Dim', colour: '#000000', tone: { of: first!.id, is: 'lighter' as const } }
  const poured = { id: 'gone', name: 'Gone', colour: '#123456', into: first!.id }
  const found = coloursIn({ palette: [...scene.palette, tone, poured] })
  expect(found.map((each) => each.name)).toEqual([...scene.palette.map((each) => each.name), 'Dim'])
  expect(found.at(-1)!.colour).toBe(coloursOf([...scene.palette, tone]).get('tone'))
})

test('pictures other programs make are read: short colours, styles, names of elements, groups', () => {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg"><g><title>Boat</title><circle id="hull" style="stroke:none; fill: #ABC"/>
    <g><path fill="#102030"/></g></g><rect fill="none"/><rect fill="url(#x)"/><text fill="#ffffff">no</text></svg>`
  expect(readPalette(svg)).toEqual([
    { name: 'hull', colour: '#aabbcc', group: 'Boat' },
    { name: '#102030', colour: '#102030', group: 'Boat' },
  ])
  expect(readPalette('Name,Colour\r\nSea,#0af\r\n,#112233\r\n')).toEqual([
    { name: 'Sea', colour: '#00aaff' },
    { name: '#112233', colour: '#112233' },
  ])
})

test('colours as other programs write them down are read: lists, with names or without, with # or without', () => {
  const [sea, plain] = [
    { name: 'Sea', colour: '#00aaff' },
    { name: '112233', colour: '#112233' },
  ]
  expect(readPalette('["112233", "blue", 7, null]')).toEqual([plain])
  expect(readPalette('[{ "name": " Sea ", "hex": "#0AF" }, { "name": 3, "color": "112233" }]')).toEqual([sea, plain])
  expect(readPalette('{ "title": "x", "colors": [{ "name": "Sea", "colour": "#00aaff" }] }')).toEqual([sea])
  expect(readPalette('name;hex\nSea;0af\n')).toEqual([sea])
  expect(readPalette('x,name,hex,x,colour\n1,Sea,0af,2,#ffffff\n')).toEqual([sea])
})

test.each([
  ['nothing', '', /No colour was found|first row/],
  ['a torn file', '{"format":', /is none/],
  ['another’s file', '{"format":"other","version":1,"colours":[]}', /No colour was found/],
  ['a list of none', '[1, {}, "blue"]', /No colour was found/],
  ['ours of a later time', '{"format":"unhurried-sketch colours","version":2,"colours":[]}', /version/],
  ['a table without colours', 'a,b\n1,2\n', /name the columns/],
  ['a colour that is none', 'name,colour\nSea,blue-ish\n', /A colour is written/],
  ['a picture with entities', '<!DOCTYPE svg [<!ENTITY x "y">]><svg/>', /entities/],
  ['a picture without colours', '<svg xmlns="http://www.w3.org/2000/svg"><rect/></svg>', /No colour/],
  ['far too long', 'x'.repeat(1_000_001), /far longer/],
  ['too many', `name,colour\n${Array.from({ length: 201 }, (_, i) => `c${i},#000000`).join('\n')}`, /200 colours/],
])('%s is refused with a sentence', (_, text, sentence) => {
  expect(() => readPalette(text)).toThrow(PaletteRefused)
  expect(() => readPalette(text)).toThrow(sentence)
})
