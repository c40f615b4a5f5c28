export const SOUND_TYPES = [
  'audio/wav',
  'audio/flac',
  'audio/mpeg',
  'audio/ogg',
  'audio/aac',
  'video/webm',
  'video/mp4',
] as const
export type SoundType = (typeof SOUND_TYPES)[number]
/** How names of such files end. */
export const SOUND_ENDINGS: Readonly<Record<SoundType, string>> = {
  'audio/wav': 'wav',
  'audio/flac': 'flac',
  'audio/mpeg': 'mp3',
  'audio/ogg': 'ogg',
  'audio/aac': 'aac',
  'video/webm': 'webm',
  'video/mp4': 'mp4',
}
/** As many bytes of a file tell what it is. */
export const SOUND_HEAD = 4096

/** A sound that cannot be taken, with a sentence the person at the desk can act on. */
export class SoundRefused extends RangeError {
  override readonly name = 'SoundRefused'
}

const tag = (bytes: Uint8Array, at: number, length = 4) => String.fromCharCode(...bytes.subarray(at, at + length))

/**
 * What kind of file with sound these are the first bytes of, by the marks their formats begin with.
 *
 * @throws SoundRefused when they begin none we know
 */
export function soundHead(bytes: Uint8Array): SoundType {
  const four = tag(bytes, 0)
  if ((four === 'RIFF' || four === 'RF64') && tag(bytes, 8) === 'WAVE') return 'audio/wav'
  if (four === 'fLaC') return 'audio/flac'
  if (four === 'OggS') return 'audio/ogg'
  if (tag(bytes, 4) === 'ftyp') return 'video/mp4'
  if (bytes[0] === 0x1a && bytes[1] === 0x45 && bytes[2] === 0xdf && bytes[3] === 0xa3) return 'video/webm'
  const at = tag(bytes, 0, 3) === 'ID3' ? afterId3(bytes) : 0
  // Both begin a frame with eleven ones; the layer, which AAC says is none, tells them apart.
  if (bytes[at] === 0xff && (bytes[at + 1]! & 0xf6) === 0xf0) return 'audio/aac'
  if (bytes[at] === 0xff && (bytes[at + 1]! & 0xe0) === 0xe0) return 'audio/mpeg'
  // What its pictures and words hide is still called by its name.
  if (at > 0) return 'audio/mpeg'
  throw new SoundRefused('This is no sound we can read. Bring a WAV, FLAC, MP3, OGG, AAC, WebM or MP4.')
}

/** Where the sound begins after the ID3v2 tag; its length is kept in seven bits a byte. */
function afterId3(bytes: Uint8Array): number {
  const size = [6, 7, 8, 9].reduce((sum, at) => sum * 128 + (bytes[at]! & 0x7f), 0)
  return 10 + size
}
