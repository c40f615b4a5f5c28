import { cuesIn } from './read-cues'

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

test.each(['', 'a letter', 'WEBVTT', 'WEBVTT\n\n00:00:09.000 --> 00:00:01.000\nbackwards\n'])(
  '%j has none, and says what to bring',
  (text) => {
    expect(() => cuesIn(text)).toThrow(/Bring a WebVTT or an SRT file/)
  },
)
