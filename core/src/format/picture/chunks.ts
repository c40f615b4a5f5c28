/** Bytes before the first chunk of a PNG. */
export const SIGNATURE = 8

/** The chunks of one kind in a PNG. */
export function chunksOf(png: Uint8Array, kind: string): { whole: Uint8Array; data: Uint8Array }[] {
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength)
  const found: { whole: Uint8Array; data: Uint8Array }[] = []
  for (let at = SIGNATURE; at < png.length;) {
    const end = at + 12 + view.getUint32(at)
    if (String.fromCharCode(...png.subarray(at + 4, at + 8)) === kind)
      found.push({ whole: png.subarray(at, end), data: png.subarray(at + 8, end - 4) })
    at = end
  }
  return found
}

export function chunk(kind: string, data: Uint8Array): Uint8Array {
  const named = concatenated([Uint8Array.from(kind, (sign) => sign.charCodeAt(0)), data])
  return concatenated([numbers([data.length, 4]), named, numbers([crc(named), 4])])
}

/** Whole numbers, each in so many bytes, the highest first. */
export function numbers(...values: readonly (readonly [value: number, bytes: number])[]): Uint8Array {
  return Uint8Array.from(
    values.flatMap(([value, bytes]) =>
      Array.from({ length: bytes }, (_, i) => (value >>> (8 * (bytes - 1 - i))) & 255),
    ),
  )
}

export function concatenated(parts: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    all.set(part, at)
    at += part.length
  }
  return all
}

/** Remainders of each byte by the CRC-32 of PNG (annex D of the standard). */
const REMAINDERS = Uint32Array.from({ length: 256 }, (_, byte) => {
  let value = byte
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1
  return value
})
function crc(bytes: Uint8Array): number {
  let value = 0xffffffff
  for (const byte of bytes) value = REMAINDERS[(value ^ byte) & 255]! ^ (value >>> 8)
  return (value ^ 0xffffffff) >>> 0
}

/** A PNG that says its colours are sRGB, if it says nothing of them yet (PNG, third edition: sRGB comes before PLTE and IDAT). */
export function saidSrgb(png: Uint8Array): Uint8Array {
  if (['sRGB', 'iCCP', 'cICP'].some((kind) => chunksOf(png, kind).length > 0)) return png
  const head = SIGNATURE + 25
  // 0: as pictures are meant to be seen.
  return concatenated([png.subarray(0, head), chunk('sRGB', Uint8Array.of(0)), png.subarray(head)])
}
