import { writeWav } from '../wav'
import { cutList, REEL_SOUND, sceneStill, storyStill, type Cut } from './cut-list'
import { MOST_EVENTS, writeEdl } from './edl'
import { writeOtio } from './otio'
import type { ReelExporter, ReelSource } from './reel-formats'

/** Every frame of every scene as a numbered PNG, story pictures, the sound and both lists of cuts, in one zip. */
export const reelStills: ReelExporter = async (source) => {
  const { times, stem, sound, pack } = source
  const cuts = new Map(cutList(times, source.nameOf).flatMap((cut) => (cut.stem ? [[cut.stem, cut] as const] : [])))
  const lengthOf = ({ shows, time }: Cut) => (shows === 'scene' ? (source.lengthOf(time.shot.scene!) ?? 0) : 1)
  const of = [...cuts.values()].reduce((sum, cut) => sum + lengthOf(cut), 0)
  let done = 0
  for (const cut of cuts.values()) {
    await stillsOf(cut, lengthOf(cut), source, () => source.progress(++done, of + 1, `Still ${done} of ${of}`))
  }
  if (sound) await pack(REEL_SOUND, writeWav(sound.channels, sound.rate))
  const text = new TextEncoder()
  await pack(`${stem}.otio`, text.encode(writeOtio({ ...source, sound: sound !== undefined })))
  // More shots than an edit list can number go out with the other list alone.
  if (times.shots.length <= MOST_EVENTS) await pack(`${stem}.edl`, text.encode(writeEdl(source)))
  return { name: `${stem}-stills.zip`, type: 'application/zip', parts: 'packed' }
}

async function stillsOf(cut: Cut, length: number, source: ReelSource, onStill: () => void): Promise<void> {
  const { scene, picture } = cut.time.shot
  if (cut.shows === 'story') {
    await source.pack(storyStill(cut.stem!), await source.pictureBytes(picture!))
    return onStill()
  }
  for (let frame = 1; frame <= length; frame++) {
    await source.pack(sceneStill(cut.stem!, frame), await source.stillOf(scene!, frame))
    onStill()
  }
}
