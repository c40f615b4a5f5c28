import type { Sound } from '@unhurried/core'
import { cuesHeard, cuesIn } from './read-cues'

test('WebVTT and SRT, with marks of look, odd line ends and out of order', () => {
  const vtt =
    '\uFEFFWEBVTT\r\n\r\n2\r\n00:00:02.000 --> 00:00:03.500 line:80%\r\n<v Corrie>My <i>feet</i>\r\n\r\n1\r\n00:00:00.250 --> 00:00:01.000\r\nMind\r\nthe boat\r\n'
  expect(cuesIn(vtt).map(({ text, ...when }) => ({ ...when, text: text.replace(/\s+/g, ' ').trim() }))).toEqual([
    { from: 0.25, to: 1, text: 'Mind the boat' },
    { from: 2, to: 3.5, text: 'My feet' },
  ])
  const srt = '1\n00:00:01,500 --> 00:00:02,000\n{\\an8}Hold the rope\n'
  expect(cuesIn(srt)).toEqual([{ from: 1.5, to: 2, text: expect.stringMatching(/Hold the rope/) }])
})

test.each([
  '',
  'a letter',
  'WEBVTT',
  'WEBVTT\n\n00:00:09.000 --> 00:00:01.000\nbackwards\n',
  'WEBVTT\n\n00:00:01.000 --> 00:00:02.000\n♪ … ♪\n',
])('%j has none, and says what to bring', (text) => {
  expect(() => cuesIn(text)).toThrow(/Bring a WebVTT or an SRT file/)
})

test('those of seconds at which a sound is not heard are left out and told, and the last ends with it', () => {
  const sound = { name: 'Corrie', from: 1, to: 4, seconds: 9 } as Sound
  const cue = (from: number, to: number) => ({ text: 'Mind', from, to })
  const [before, within, over, beyond] = [cue(0, 1), cue(1, 2), cue(3, 7200), cue(4, 5)]
  expect(cuesHeard([within, over], sound)).toEqual({ heard: [within, cue(3, 4)] })
  expect(cuesHeard([before, within, beyond], sound)).toEqual({
    heard: [within],
    sentence: 'Left out, where Corrie is not heard: 2 subtitles.',
  })
  expect(cuesHeard([beyond], sound)).toEqual({ heard: [], sentence: expect.stringMatching(/^No subtitle .* Its 1 s/) })
})
