import { withLimit } from './limits'

test('a limit is changed beside the others; at its own value it is named no more', () => {
  const some = { volume: { share: 12 }, 'off-arc': { share: 30, px: 3 } }
  expect(withLimit(some, 'off-arc', 'px', 4)).toEqual({ volume: { share: 12 }, 'off-arc': { share: 30, px: 4 } })
  expect(withLimit(some, 'off-arc', 'px', undefined)).toEqual({ volume: { share: 12 }, 'off-arc': { share: 30 } })
  expect(withLimit(some, 'volume', 'share', 8)).toEqual({ 'off-arc': { share: 30, px: 3 } })
  expect(withLimit({}, 'too-far', 'widths', 2)).toEqual({ 'too-far': { widths: 2 } })
})
