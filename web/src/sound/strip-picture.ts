import {
  clamp,
  endOf,
  frameAtSecond,
  gainAt,
  heardWords,
  loudBetween,
  peakBetween,
  secondAt,
  type Said,
  type Sound,
} from '@unhurried/core'
import type { heardOf } from '../session/measured'

/** A sound, with what was measured of it as far as that is known. */
export interface LaidSound {
  readonly sound: Sound
  readonly heard: ReturnType<typeof heardOf>
}

/** The frames of a scene under which its sounds are drawn, and how. Lengths in CSS pixels. */
export interface Strip {
  readonly fps: number
  /** The first frame drawn, and how many. */
  readonly first: number
  readonly count: number
  readonly perFrame: number
  readonly across: number
  /** It goes down the sheet; else along a strip. */
  readonly down?: boolean
  /** What is said, by sound, written along the strip. */
  readonly said?: Readonly<Record<string, Said>> | undefined
}
interface Colours {
  readonly wave: string
  readonly loudness: string
  readonly notes: string
  readonly words: string
}

const WORDS_FONT = '11px "Source Sans 3 Variable", sans-serif'
/** Frames a last word may take beyond its end. */
const ROOM = 24
/** The quietest that is told, in dB below full scale, and how much of the strip the loudest takes. */
const QUIETEST = -48
const LOUDEST = 0.3
const ONSET = 5

/** How long a strip is, in CSS pixels. */
export const alongOf = ({ count, perFrame }: Strip): number => Math.ceil(count * perFrame)

/** Draws sounds along a strip: waveform, how loud each frame is, where sounds begin anew, notes and words. */
export function drawStrip(
  surface: CanvasRenderingContext2D,
  strip: Strip,
  sounds: readonly LaidSound[],
  colours: Colours,
): void {
  for (const laid of sounds) {
    surface.fillStyle = colours.wave
    drawWave(surface, strip, laid)
    surface.fillStyle = colours.loudness
    drawLoudness(surface, strip, laid)
    surface.fillStyle = colours.wave
    drawOnsets(surface, strip, laid)
  }
  surface.fillStyle = colours.notes
  for (const { sound } of sounds) drawNotes(surface, strip, sound)
  surface.fillStyle = colours.words
  if (!strip.down) for (const { sound } of sounds) drawWords(surface, strip, sound)
}

/** A stroke across the strip, whichever way it lies. */
function bar(
  surface: CanvasRenderingContext2D,
  { down }: Strip,
  at: number,
  thick: number,
  [from, to]: readonly [number, number],
) {
  if (down) surface.fillRect(from, at, Math.max(1, to - from), thick)
  else surface.fillRect(at, from, thick, Math.max(1, to - from))
}

const measuredIn = ({ heard }: LaidSound) => (heard && 'measured' in heard ? heard.measured : undefined)

function drawWave(surface: CanvasRenderingContext2D, strip: Strip, laid: LaidSound) {
  const { fps, first, perFrame, across } = strip
  const { sound } = laid
  const peaks = measuredIn(laid)?.peaks
  const middle = across / 2
  const step = 1 / (perFrame * fps)
  surface.globalAlpha = sound.muted ? 0.25 : 0.8
  for (let at = 0; at < alongOf(strip); at++) {
    const second = sound.from + (first - sound.start + at / perFrame) / fps
    if (second < sound.from || second >= endOf(sound)) continue
    const [low, high] = peaks ? peakBetween(peaks, second, second + step) : [0, 0]
    const gain = Math.min(1, sound.muted ? sound.strength : gainAt(sound, second)) * (middle - 2)
    bar(surface, strip, at, 1, [middle + low * gain, middle + high * gain])
  }
}

/** How loud each frame is, as a line that rises from the far edge. */
function drawLoudness(surface: CanvasRenderingContext2D, strip: Strip, laid: LaidSound) {
  const { fps, first, count, perFrame, across } = strip
  const { sound } = laid
  const peaks = measuredIn(laid)?.peaks
  if (!peaks || sound.muted) return
  surface.globalAlpha = 0.9
  for (let frame = first; frame < first + count; frame++) {
    const second = secondAt(sound, frame, fps)
    if (second === undefined) continue
    const gain = 20 * Math.log10(Math.max(1e-6, gainAt(sound, second)))
    const share = clamp(1 - (loudBetween(peaks, second, second + 1 / fps) + gain) / QUIETEST, 0, 1)
    if (share === 0) continue
    const at = across - 1 - LOUDEST * share * across
    bar(surface, strip, (frame - first) * perFrame, perFrame, [at, at + 1.5])
  }
}

function drawOnsets(surface: CanvasRenderingContext2D, strip: Strip, laid: LaidSound) {
  const { fps, first, perFrame } = strip
  const { sound } = laid
  surface.globalAlpha = 0.9
  for (const { seconds } of measuredIn(laid)?.onsets ?? []) {
    const at = ((seconds - sound.from) * fps + sound.start - first) * perFrame
    const isSeen = at >= 0 && at < alongOf(strip) && seconds >= sound.from && seconds < endOf(sound)
    if (isSeen) bar(surface, strip, Math.round(at), 1, [0, ONSET])
  }
}

/** As much of a text as there is room for. */
function cutToFit(surface: CanvasRenderingContext2D, text: string, room: number): string {
  if (surface.measureText(text).width <= room) return text
  let letters = text.length
  while (letters > 0 && surface.measureText(`${text.slice(0, letters)}…`).width > room) letters--
  return `${text.slice(0, letters)}…`
}

/** Notes to what is heard, each at its second. */
function drawNotes(surface: CanvasRenderingContext2D, strip: Strip, sound: Sound) {
  const { fps, first, perFrame, across, down } = strip
  surface.font = WORDS_FONT
  surface.textBaseline = 'top'
  for (const { at, text } of sound.notes ?? []) {
    const along = (frameAtSecond(sound, at, fps) - first) * perFrame
    bar(surface, strip, Math.round(along), 1, [0, across])
    if (down) surface.fillText(cutToFit(surface, text, across - 4), 3, along + 2)
    else surface.fillText(text, along + 3, 1)
  }
}

/** Words below the waveform, each from where it is heard to the next at most. */
function drawWords(surface: CanvasRenderingContext2D, strip: Strip, sound: Sound) {
  const { fps, first, perFrame, across, said } = strip
  surface.font = WORDS_FONT
  surface.textBaseline = 'bottom'
  const words = heardWords(sound, said?.[sound.id], fps)
  words.forEach(({ text, from, to }, i) => {
    const [x, end] = [(from - first) * perFrame, ((words[i + 1]?.from ?? to + ROOM) - first) * perFrame]
    if (end < 0 || x > alongOf(strip)) return
    surface.globalAlpha = 0.6
    surface.fillRect(x, across - 14, 1, 14)
    surface.globalAlpha = 1
    // A word that does not fit is only marked.
    if (surface.measureText(text).width + 4 <= end - x) surface.fillText(text, x + 3, across - 1)
  })
}
