import { LIMITS } from '@unhurried/core'
import { ALL_FORMATS, BlobSource, Input, UrlSource, type InputAudioTrack } from 'mediabunny'

/** Samples a second that any sound has; what says otherwise is a broken file, or none of sound. */
const RATES = { min: 4000, max: 192_000 } as const
const MOST_CHANNELS = 8

/** A server that does not answer is asked so often again. */
const TRIES = 2

const NONE = 'There is no sound in this file that can be read. Bring a WAV, FLAC, MP3, OGG, AAC, WebM or MP4.'

/** What is wrong with a sound, in words a person can act on. */
export class SoundTrouble extends Error {
  override readonly name = 'SoundTrouble'
}

/** An open file with sound; it is to be closed. */
export interface Track {
  readonly audio: InputAudioTrack
  readonly seconds: number
  readonly close: () => void
}

/** Opens the sound of a file. Errors: with a sentence a person can act on. */
export async function readTrack(from: Blob | string): Promise<Track> {
  const input = new Input({
    source:
      typeof from === 'string'
        ? new UrlSource(from, { getRetryDelay: (tries) => (tries < TRIES ? 0.4 : null) })
        : new BlobSource(from),
    formats: ALL_FORMATS,
  })
  try {
    const audio = await input.getPrimaryAudioTrack().catch(() => null)
    if (!audio) throw new SoundTrouble(NONE)
    if (!(await audio.canDecode()))
      throw new SoundTrouble(
        `This browser cannot read sound as ${audio.codec ?? 'it is in this file'}. Save it as WAV first.`,
      )
    const seconds = await audio.computeDuration()
    requireSensible(audio, seconds)
    return { audio, seconds, close: () => input.dispose() }
  } catch (error) {
    input.dispose()
    throw error
  }
}

function requireSensible({ sampleRate, numberOfChannels }: InputAudioTrack, seconds: number) {
  if (sampleRate < RATES.min || sampleRate > RATES.max)
    throw new SoundTrouble(
      `This file says it has ${sampleRate} samples a second; sound has ${RATES.min} to ${RATES.max}.`,
    )
  if (numberOfChannels > MOST_CHANNELS)
    throw new SoundTrouble(`This file has ${numberOfChannels} channels. Mix it down to two first.`)
  if (!(seconds > 0)) throw new SoundTrouble('This sound is empty.')
  if (seconds > LIMITS.soundSeconds)
    throw new SoundTrouble(
      `This sound lasts ${Math.round(seconds / 60)} minutes; ${LIMITS.soundSeconds / 60} is the most. Cut out what the scene needs.`,
    )
}
