import type { CheckFacts } from './check'
import { spacingChart } from './motion/spacing-chart'
import { unevenSpacing } from './motion/uneven-spacing'
import { offArc } from './motion/off-arc'
import { standingStill } from './motion/standing-still'
import { tooFar } from './motion/too-far'
import { volume } from './size/volume'
import { partSize } from './size/part-size'
import { notReadable } from './size/not-readable'
import { landsTogether } from './timing/lands-together'
import { openingShort } from './timing/opening-short'
import { blank } from './timing/blank'
import { neverShown } from './timing/never-shown'
import { soundBeyond } from './timing/sound-beyond'
import { lipsApart } from './timing/lips-apart'
import { mouthShort } from './timing/mouth-short'
import { latePicture } from './timing/late-picture'
import { cameraStutters } from './timing/camera-stutters'
import { loopSeam } from './meeting/loop-seam'
import { footSlides } from './meeting/foot-slides'
import { contactMissed } from './meeting/contact-missed'
import { handOn } from './meeting/hand-on'
import { stray } from './drawing/stray'
import { lineWeight } from './drawing/line-weight'
import { lineMeets } from './drawing/line-meets'
import { outside } from './drawing/outside'
import { lacks } from './colour/lacks'
import { tooManyColours } from './colour/too-many-colours'
import { groundCompetes } from './colour/ground-competes'
import { flashing } from './colour/flashing'
import { differsFromLibrary } from './colour/differs-from-library'

const ALL = [
  spacingChart,
  unevenSpacing,
  offArc,
  standingStill,
  tooFar,
  volume,
  partSize,
  notReadable,
  landsTogether,
  openingShort,
  blank,
  neverShown,
  soundBeyond,
  lipsApart,
  mouthShort,
  latePicture,
  cameraStutters,
  loopSeam,
  footSlides,
  contactMissed,
  handOn,
  stray,
  lineWeight,
  lineMeets,
  outside,
  lacks,
  tooManyColours,
  groundCompetes,
  flashing,
  differsFromLibrary,
] as const satisfies readonly CheckFacts[]

export type CheckId = (typeof ALL)[number]['id']

/**
 * Every check of Second look, in the order they are told: what it is called and its limits. How each judges stands in
 * `judges.ts`, so that a page that only names them does not fetch what measures. A new one is one file, and one
 * line in each of the two.
 */
export const CHECKS: readonly CheckFacts[] = ALL

export const checkOf = (id: string): CheckFacts | undefined => CHECKS.find((check) => check.id === id)
