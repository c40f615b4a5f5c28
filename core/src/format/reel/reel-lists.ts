import { writeEdl } from './edl'
import { writeOtio } from './otio'
import type { ReelExporter } from './reel-formats'

const bytesOf = (text: string) => [new TextEncoder().encode(text)]

export const reelOtio: ReelExporter = async ({ stem, ...reel }) => ({
  ...{ name: `${stem}.otio`, type: 'application/json' },
  // Alone it comes without the sound that goes out with the stills.
  parts: bytesOf(writeOtio({ ...reel, sound: false })),
})

/** Errors: RangeError when it has more shots than such a list can number. */
export const reelEdl: ReelExporter = async ({ stem, ...reel }) => ({
  ...{ name: `${stem}.edl`, type: 'text/plain' },
  parts: bytesOf(writeEdl(reel)),
})
