import { blank } from './blank'
import type { Check } from './check'
import { contactMissed } from './contact-missed'
import { flashing } from './flashing'
import { footSlides } from './foot-slides'
import { groundCompetes } from './ground-competes'
import { handOn } from './hand-on'
import { lacks } from './lacks'
import { landsTogether } from './lands-together'
import { lineMeets } from './line-meets'
import { lineWeight } from './line-weight'
import { loopSeam } from './loop-seam'
import { neverShown } from './never-shown'
import { notReadable } from './not-readable'
import { offArc } from './off-arc'
import { openingShort } from './opening-short'
import { outside } from './outside'
import { partSize } from './part-size'
import { spacingChart } from './spacing-chart'
import { standingStill } from './standing-still'
import { stray } from './stray'
import { tooFar } from './too-far'
import { tooManyColours } from './too-many-colours'
import { unevenSpacing } from './uneven-spacing'
import { volume } from './volume'

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
