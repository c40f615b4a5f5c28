/**
 * A WAV file (RIFF, PCM in 16 bits) of some channels.
 *
 * @param channels - samples −1 … 1, all of one length; what lies beyond is cut
 * @param rate - samples a second
 */
export function writeWav(channels: readonly Float32Array[], rate: number): Uint8Array<ArrayBuffer> {
  const count = channels.length
  const length = channels[0]?.length ?? 0
  const block = 2 * count
  const bytes = new Uint8Array(44 + length * block)
  const view = new DataView(bytes.buffer)
  const tag = (at: number, text: string) => [...text].forEach((sign, i) => (bytes[at + i] = sign.charCodeAt(0)))
  tag(0, 'RIFF')
  view.setUint32(4, 36 + length * block, true)
  tag(8, 'WAVEfmt ')
  view.setUint32(16, 16, true)
  view.setUint16(20, 1, true)
  view.setUint16(22, count, true)
  view.setUint32(24, rate, true)
  view.setUint32(28, rate * block, true)
  view.setUint16(32, block, true)
  view.setUint16(34, 16, true)
  tag(36, 'data')
  view.setUint32(40, length * block, true)
  for (let i = 0, at = 44; i < length; i++)
    for (const channel of channels) {
      const value = Math.max(-1, Math.min(1, channel[i]!))
      view.setInt16(at, Math.round(value * 32767), true)
      at += 2
    }
  return bytes
}
