import fc from 'fast-check'
import { textOf } from './text'

const words = fc.string({ unit: 'grapheme' }).filter((text) => !text.startsWith('\ufeff'))
const inUtf16 = (text: string, little: boolean) => {
  const bytes = new Uint8Array(2 + 2 * text.length)
  const view = new DataView(bytes.buffer)
  ;[0xfeff, ...Array.from(text, (_, i) => text.charCodeAt(i))].forEach((unit, i) => view.setUint16(2 * i, unit, little))
  return bytes
}

test('words are read in UTF-8 with its mark and without', () => {
  fc.assert(
    fc.property(words, fc.boolean(), (text, marked) => {
      expect(textOf(new TextEncoder().encode(marked ? `\ufeff${text}` : text))).toBe(text)
    }),
  )
})

test('a mark of UTF-16 is believed, either way round', () => {
  fc.assert(
    fc.property(fc.string(), fc.boolean(), (text, little) => {
      expect(textOf(inUtf16(text, little))).toBe(text)
    }),
  )
})

test('what is no UTF-8 is what a spreadsheet or an old subtitle says', () => {
  expect(textOf(Uint8Array.of(0x63, 0x61, 0x66, 0xe9, 0x3b, 0x53, 0xfc, 0x64))).toBe('café;Süd')
})

test('whatever the bytes are, they are words', () => {
  fc.assert(fc.property(fc.uint8Array(), (bytes) => typeof textOf(bytes) === 'string'))
})
