import { EXPORT_FORMATS } from '@unhurried/core'
import { allActs } from './acts'
import { ALSO } from './also'
import { finder } from './search'

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
  ['frame rate', 'scene'],
  ['fps', 'scene'],
  ['layer', 'level'],
  ['new layer', 'level'],
  ['layer opacity', 'level'],
  ['tween', 'planner move'],
  ['ease out', 'planner move'],
  ['shape tween', 'planner shape'],
  ['timeline', 'place plan'],
  ['dope sheet', 'place plan'],
  ['bucket', 'fill'],
  ['flood fill', 'fill'],
  ['lasso', 'select'],
  ['free transform', 'select'],
  ['opacity', 'brush'],
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
]

test.each(ELSEWHERE)('“%s” arrives', (words, id) => {
  expect(
    finder()(words)
      .slice(0, 4)
      .map((act) => act.id),
  ).toContain(id)
})

test('found by our own words, by a part of them, misspelt, and by its key', () => {
  const find = finder()
  const first = (words: string) => find(words)[0]!.id
  expect(first('silhouettes')).toBe('silhouettes')
  expect(find('silhou').map(({ id }) => id)).toContain('silhouettes')
  expect(find('silouette').map(({ id }) => id)).toContain('silhouettes')
  expect(first('Shift+K')).toBe('silhouettes')
  expect(first('g')).toBe('next')
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
