import { AudioSampleSink, type AudioSample } from 'mediabunny'
import { readTrack, SoundTrouble } from './read-track'

/** Progress is told so often, in seconds of sound. */
const TELL = 5
export type OnProgress = (done: number, of: number) => void

/** All channels of a piece as one. */
function mono(sample: AudioSample): Float32Array {
  const { numberOfChannels, numberOfFrames } = sample
  const sum = new Float32Array(numberOfFrames)
  const channel = new Float32Array(numberOfFrames)
  for (let planeIndex = 0; planeIndex < numberOfChannels; planeIndex++) {
    sample.copyTo(channel, { planeIndex, format: 'f32-planar' })
    for (let i = 0; i < numberOfFrames; i++) sum[i]! += channel[i]! / numberOfChannels
  }
  return sum
}

interface Listener {
  readonly add: (samples: Float32Array) => void
}

/**
 * Hears a sound through once, from its beginning to its end, as one channel.
 *
 * @param listen - who listens, told what is known ahead
 * Errors: SoundTrouble
 */
export async function hear(
  from: Blob | string,
  listen: (track: { readonly rate: number; readonly seconds: number }) => readonly Listener[],
  onProgress: OnProgress,
): Promise<{ rate: number; channels: number; seconds: number }> {
  const { audio, seconds, close } = await readTrack(from)
  try {
    const rate = audio.sampleRate
    const listeners = listen({ rate, seconds })
    let [told, heard] = [0, 0]
    for await (const sample of new AudioSampleSink(audio).samples(0)) {
      const samples = mono(sample)
      sample.close()
      for (const listener of listeners) listener.add(samples)
      heard += samples.length
      if (heard - told >= TELL * rate) onProgress((told = heard) / rate, seconds)
    }
    if (heard === 0) throw new SoundTrouble('This sound is empty.')
    // What was heard, not what the file says of itself: a file that was cut off says too much.
    return { rate, channels: audio.numberOfChannels, seconds: heard / rate }
  } finally {
    close()
  }
}
