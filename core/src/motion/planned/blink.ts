import { requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'

export interface BlinkOptions {
  /** Drawings that close the lid, the shut one not among them, and those that open it. */
  readonly close: number
  /** Frames the lid stays shut. */
  readonly hold: number
  readonly open: number
  /** Frames each drawing in between is held. */
  readonly exposure: ExposurePattern
  readonly school: 'slow-close' | 'even'
  /** Blinks one after the other, with the lid open for some frames between. */
  readonly times?: number
  readonly between?: number
}
export interface BlinkDrawing {
  /** Frames from the start. */ readonly frame: number
  readonly frames: number
  /** 0 open, 1 shut. */ readonly lid: number
}

/** The usual blink: two drawings closing, shut for two frames, one opening. */
export const BLINK: BlinkOptions = { close: 2, hold: 2, open: 1, exposure: 1, school: 'slow-close' }

/**
 * A blink (arithmetic, 11): how far the lid is down on each drawing. A lid that closes slowly goes ⅓, ⅘ …
 * of its way (1 − (1 − t)² turned about, so that it gathers speed), an even one equal steps; it opens in
 * equal steps. Errors: RangeError naming what lies outside its range.
 */
export function planBlink({
  close,
  hold,
  open,
  exposure,
  school,
  times = 1,
  between = 6,
}: BlinkOptions): BlinkDrawing[] {
  requireWhole('close', close, 0, 24)
  requireWhole('hold', hold, 1, 240)
  requireWhole('open', open, 0, 24)
  const { held } = patternReader(exposure)
  let moving = 0
  requireWhole('times', times, 1, 20)
  requireWhole('between', between, 1, 240)
  const drawings: BlinkDrawing[] = []
  let frame = 0
  const add = (lid: number, frames: number) => {
    drawings.push({ frame, frames, lid })
    frame += frames
  }
  for (let n = 0; n < times; n++) {
    if (n > 0) add(0, between)
    for (let i = 1; i <= close; i++) {
      const t = i / (close + 1)
      add(school === 'even' ? t : t * t, held(moving++))
    }
    add(1, hold)
    for (let i = 1; i <= open; i++) add(1 - i / (open + 1), held(moving++))
  }
  return drawings
}
