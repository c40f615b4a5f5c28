import { EXPORT_FORMATS } from '@unhurried/core'
import { allActs } from './acts'
import { ALSO } from './also'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { linked, nameOfPage } from './guide-names'
import { sectionsOf } from './guide-sections'
import { finder, foundBy, reader } from './search'
import { spelt, squeezed, telling } from './spelling'

const GUIDE = join(__dirname, '..', '..', '..', '..', 'docs', 'guide')
const pages = readdirSync(GUIDE, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.md'))
const sections = pages.flatMap((page) => sectionsOf(nameOfPage(page), readFileSync(join(GUIDE, page), 'utf8')))

/** What people elsewhere say, and the act they mean. */
const ELSEWHERE: readonly (readonly [string, string])[] = [
  ['onion skin', 'light'],
  ['onion skinning', 'light'],
  ['keyframe', 'put-in'],
  ['work offline', 'page shelf'],
  ['barrel button', 'brush'],
  ['pressure calibration', 'brush'],
  ['insert keyframe', 'put-in'],
  ['duplicate frame', 'carry-on'],
  ['frame rate', 'Plan: Rate'],
  ['fps', 'Plan: Rate'],
  ['layer', 'level'],
  ['new layer', 'level'],
  ['tween', 'planner move'],
  ['ease out', 'planner move'],
  ['shape tween', 'planner shape'],
  ['timeline', 'place plan'],
  ['dope sheet', 'place plan'],
  ['bucket', 'fill'],
  ['flood fill', 'fill'],
  ['lasso', 'select'],
  ['free transform', 'select'],
  ['opacity', 'Draw, level: Strength of level'],
  ['layer opacity', 'Draw, level: Strength of level'],
  ['stabilizer', 'brush'],
  ['eyedropper', 'pick'],
  ['color picker', 'pick'],
  ['palette', 'colours'],
  ['swatches', 'colours'],
  ['rubber', 'eraser'],
  ['smudge', 'push'],
  ['ruler', 'ruler'],
  ['ellipse', 'circle'],
  ['rectangle', 'box'],
  ['anchor points', 'points'],
  ['motion path', 'pin'],
  ['ping pong', 'back-and-forth'],
  ['loop', 'cycle'],
  ['playback', 'play'],
  ['scrub', 'riffle'],
  ['zoom', 'zoom-in'],
  ['rotate canvas', 'turn-left'],
  ['flip horizontal', 'mirror'],
  ['fullscreen', 'full-screen'],
  ['shortcuts', 'keys'],
  ['export', 'place hand-over'],
  ['render', 'place hand-over'],
  ['sprite sheet', 'format sprites'],
  ['animated gif', 'format gif'],
  ['import audio', 'sounds'],
  ['lip sync', 'sounds'],
  ['rotoscope', 'reference'],
  ['trash', 'page drawer'],
  ['new project', 'page new'],
  ['walk cycle', 'planner walk'],
  ['follow through', 'planner drag'],
  ['line boil', 'planner boil'],
  ['tutorial', 'page practising'],
  ['version history', 'place takes'],
  ['time tracking', 'place log'],
  ['scanner', 'place paper'],
  ['left handed', 'view'],
  ['anticipation', 'planner move'],
  ['overshoot', 'planner move'],
  ['breakdown', 'Draw, this frame: breakdown'],
  ['extreme', 'Draw, this frame: breakdown'],
  ['merge layers', 'Draw, level: Lay together with'],
  ['duplicate layer', 'Draw, level: Copy the level'],
  ['delete layer', 'Draw, level: Take the level out'],
  ['clipping mask', 'Draw, level: Matte'],
  ['blend mode', 'Draw, level: How level'],
  ['motion blur', 'Draw, level, effects: Smeared by speed'],
  ['flip vertically', 'Draw, select: Flip down'],
  ['smear frame', 'Draw, select: Stretch along the axis'],
  ['brush size', 'Draw, the tray: Size in pixels'],
  ['close gap', 'Draw, fill: Gaps closed, in pixels'],
  ['scrub audio', 'Draw, sounds: heard while flipping'],
  ['fade in', 'Draw, sounds: Seconds over which'],
  ['cross dissolve', 'Reel, a shot: Comes in over'],
  ['transparent background', 'Hand over, GIF: Over'],
  ['loop count', 'Hand over, GIF: Goes round'],
  ['speedpaint', 'Hand over, GIF: how it was made'],
  ['canvas size', 'This scene: Change the size'],
  ['time stretch', 'Draw, this frame: Make it last'],
  ['slow in', 'Draw, chart: Space it anew'],
  ['auto inbetween', 'Draw, next on the pegs: Guide this inbetween'],
  ['tap tempo', 'Draw, beats and holds: Tap along'],
  ['graph', 'Second look: What is followed'],
  ['false positive', 'Second look: It is meant'],
  ['parallax', 'Draw, level, ground: Law of the pan'],
  ['webcam', 'Paper in: Camera on a stand'],
  ['rename scene', 'This scene: Name of the scene'],
]

test.each(ELSEWHERE)('“%s” arrives', (words, id) => {
  expect(
    finder()(words)
      .slice(0, 4)
      .map((act) => act.id),
  ).toContain(id)
})

test('found by our own words, by a part of them, misspelt, and by its key', () => {
  const find = (words: string) => foundBy(words, finder(), () => [])
  const first = (words: string) => find(words)[0]!.id
  expect(first('silhouettes')).toBe('silhouettes')
  expect(find('silhou').map(({ id }) => id)).toContain('silhouettes')
  expect(find('silouette').map(({ id }) => id)).toContain('silhouettes')
  expect(first('Shift+K')).toBe('silhouettes')
  expect(first('g')).toBe('next')
  expect(find('?').map(({ id }) => id)).toEqual(['keys'])
  expect(find('  ')).toEqual([])
  expect(find('xqzzy')).toEqual([])
})

test('every act is told once, says where it lives, and what is called otherwise is an act', () => {
  const acts = allActs()
  const ids = acts.map(({ id }) => id)
  expect(new Set(ids).size).toBe(ids.length)
  expect(acts.filter(({ lives, words }) => lives === '' || words === '')).toEqual([])
  expect(Object.keys(ALSO).filter((id) => !ids.includes(id))).toEqual([])
  expect(EXPORT_FORMATS.length).toBeGreaterThan(5)
})

test('a word is the same in the singular and the plural, as it is spelt here and there, and however it is put together', () => {
  expect(['layers', 'Colors', 'greyscale', 'grayscale', 'stabilizer', 'centers', 'copies'].map(spelt)).toEqual([
    'layer',
    'colour',
    'greyscale',
    'greyscale',
    'stabiliser',
    'centre',
    'copy',
  ])
  expect(spelt('glass')).toBe('glass')
  for (const words of ['onionskin', 'Onion-Skin', 'onion skins'])
    expect(finder()(words)[0]!.id).toBe(finder()('onion skin')[0]!.id)
  expect(squeezed('key frame')).toBe(squeezed('Keyframes'))
})

test('nothing is found by words that say nothing, unless there are no others', () => {
  expect(telling('put it in on the xqzzy')).toEqual(['put', 'xqzzy'])
  expect(telling('in on the')).toEqual(['in', 'on', 'the'])
  expect(finder()('out of the xqzzy')).toEqual([])
})

test('what has all of the words comes before what has some', () => {
  const at = finder()('selected colours all').map(({ words }) => words.toLowerCase())
  const hasAll = (words: string) => ['select', 'colour'].every((word) => words.includes(word))
  expect(hasAll(at[0]!)).toBe(true)
})

test('the guide is read where no act is called so, and after the acts where one is', () => {
  const read = reader(sections)
  const found = (words: string) => foundBy(words, finder(), read).map(({ lives }) => lives)
  expect(found('server').every((lives) => lives === 'the guide')).toBe(true)
  expect(found('server').length).toBeGreaterThan(0)
  const flipping = found('flip')
  expect(flipping[0]).not.toBe('the guide')
  expect(flipping.filter((lives) => lives === 'the guide').length).toBeGreaterThan(0)
  expect(read('  ')).toEqual([])
  const [first] = read('anticipated accents')
  expect(first?.doing).toMatchObject({ is: 'page', name: 'guide' })
})

test('each page of the guide has a name of its own, by which links and acts lead to it', () => {
  const names = pages.map(nameOfPage)
  expect(new Set(names).size).toBe(names.length)
  expect(nameOfPage('planners/walk.md')).toBe('planners-walk')
  expect(linked('../second-look.md', 'planners/walk.md')).toBe('second-look.md')
  expect(linked('second-look/colour.md', 'second-look.md')).toBe('second-look/colour.md')
  expect(linked('../formats.md', 'film.md')).toBeUndefined()
  expect([...new Set(allActs().map(({ guide }) => guide))].filter((guide) => !names.includes(guide))).toEqual([])
})

test('a part of the guide is its heading and what stands below it, without pictures and addresses', () => {
  const text = '# Seeing\n\n![A](a.png)\nAll of [it](b.md).\n\n## Flipping\n\n**One** by one.\n'
  expect(sectionsOf('seeing', text)).toEqual([
    {
      id: 'seeing 0',
      page: 'seeing',
      title: 'Seeing',
      heading: 'Seeing',
      text: expect.stringMatching(/^\s*All of\s+it\s*\./),
    },
    {
      id: 'seeing 1',
      page: 'seeing',
      title: 'Seeing',
      heading: 'Flipping',
      text: expect.stringMatching(/One\s+by one\./),
    },
  ])
})
