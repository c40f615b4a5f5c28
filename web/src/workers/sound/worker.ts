import { FluxGatherer, onsetsIn, PeakGatherer } from '@unhurried/core'
import { AudioSampleSink, type AudioSample } from 'mediabunny'
import { soundOrderSchema, type MeasuredSound, type SoundReport } from './messages'
import { readTrack, SoundTrouble } from './read-track'

const tell = (report: SoundReport, transfer: Transferable[] = []) => self.postMessage(report, { transfer })
const BROKEN = 'This sound breaks off, or holds something that is no sound. Save it again, as WAV if you can.'
/** Progress is told so often, in seconds of sound. */
const TELL = 5

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

/** Hears a sound through once, from its beginning to its end. */
async function measure(from: Blob | string, onProgress: (done: number, of: number) => void): Promise<MeasuredSound> {
  const { audio, seconds, close } = await readTrack(from)
  try {
    const rate = audio.sampleRate
    const [peaks, flux] = [new PeakGatherer(rate, seconds), new FluxGatherer(rate)]
    let [told, heard] = [0, 0]
    for await (const sample of new AudioSampleSink(audio).samples(0)) {
      const samples = mono(sample)
      sample.close()
      peaks.add(samples)
      flux.add(samples)
      heard += samples.length
      if (heard - told >= TELL * rate) onProgress((told = heard) / rate, seconds)
    }
    if (heard === 0) throw new SoundTrouble('This sound is empty.')
    return {
      // What was heard, not what the file says of itself: a file that was cut off says too much.
      seconds: heard / rate,
      ...{ rate, channels: audio.numberOfChannels },
      peaks: peaks.finish(),
      onsets: onsetsIn(flux.finish()),
    }
  } finally {
    close()
  }
}

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  const parsed = soundOrderSchema.safeParse(data)
  const id = parsed.success ? parsed.data.id : Number((data as { id?: unknown } | null)?.id) || 0
  try {
    const { from } = soundOrderSchema.parse(data)
    const measured = await measure(from, (done, of) => tell({ kind: 'progress', id, done, of }))
    tell({ kind: 'measured', id, ...measured }, [measured.peaks.values.buffer])
  } catch (error) {
    // Words of a decoder help nobody.
    tell({ kind: 'failed', id, sentence: error instanceof SoundTrouble ? error.message : BROKEN })
  }
}
