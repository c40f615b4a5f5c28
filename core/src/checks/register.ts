import { blank } from './timing/blank'
import type { Check } from './check'
import { contactMissed } from './meeting/contact-missed'
import { flashing } from './colour/flashing'
import { footSlides } from './meeting/foot-slides'
import { groundCompetes } from './colour/ground-competes'
import { handOn } from './meeting/hand-on'
import { lacks } from './colour/lacks'
import { landsTogether } from './timing/lands-together'
import { latePicture } from './timing/late-picture'
import { lineMeets } from './drawing/line-meets'
import { lineWeight } from './drawing/line-weight'
import { lipsApart } from './timing/lips-apart'
import { loopSeam } from './meeting/loop-seam'
import { mouthShort } from './timing/mouth-short'
import { neverShown } from './timing/never-shown'
import { notReadable } from './size/not-readable'
import { offArc } from './motion/off-arc'
import { openingShort } from './timing/opening-short'
import { outside } from './drawing/outside'
import { partSize } from './size/part-size'
import { spacingChart } from './motion/spacing-chart'
import { soundBeyond } from './timing/sound-beyond'
import { standingStill } from './motion/standing-still'
import { stray } from './drawing/stray'
import { tooFar } from './motion/too-far'
import { tooManyColours } from './colour/too-many-colours'
import { unevenSpacing } from './motion/uneven-spacing'
import { volume } from './size/volume'

/** Every check of Second look, in the order they are told. A new one is one file and one line here. */
export const CHECKS: readonly Check[] = [
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
]
export const checkOf = (id: string): Check | undefined => CHECKS.find((check) => check.id === id)
