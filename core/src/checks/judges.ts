import type { Judge } from './check'
import { judgeSpacingChart } from './motion/spacing-chart'
import { judgeUnevenSpacing } from './motion/uneven-spacing'
import { judgeOffArc } from './motion/off-arc'
import { judgeStandingStill } from './motion/standing-still'
import { judgeTooFar } from './motion/too-far'
import { judgeVolume } from './size/volume'
import { judgePartSize } from './size/part-size'
import { judgeNotReadable } from './size/not-readable'
import { judgeLandsTogether } from './timing/lands-together'
import { judgeOpeningShort } from './timing/opening-short'
import { judgeBlank } from './timing/blank'
import { judgeNeverShown } from './timing/never-shown'
import { judgeSoundBeyond } from './timing/sound-beyond'
import { judgeLipsApart } from './timing/lips-apart'
import { judgeMouthShort } from './timing/mouth-short'
import { judgeLatePicture } from './timing/late-picture'
import { judgeCameraStutters } from './timing/camera-stutters'
import { judgeLoopSeam } from './meeting/loop-seam'
import { judgeFootSlides } from './meeting/foot-slides'
import { judgeContactMissed } from './meeting/contact-missed'
import { judgeHandOn } from './meeting/hand-on'
import { judgeStray } from './drawing/stray'
import { judgeLineWeight } from './drawing/line-weight'
import { judgeLineMeets } from './drawing/line-meets'
import { judgeOutside } from './drawing/outside'
import { judgeLacks } from './colour/lacks'
import { judgeTooManyColours } from './colour/too-many-colours'
import { judgeGroundCompetes } from './colour/ground-competes'
import { judgeFlashing } from './colour/flashing'
import { judgeDiffersFromLibrary } from './colour/differs-from-library'
import type { CheckId } from './register'

/** How each check judges. */
export const JUDGES: Readonly<Record<CheckId, Judge>> = {
  'spacing-chart': judgeSpacingChart,
  'uneven-spacing': judgeUnevenSpacing,
  'off-arc': judgeOffArc,
  'standing-still': judgeStandingStill,
  'too-far': judgeTooFar,
  volume: judgeVolume,
  'part-size': judgePartSize,
  'not-readable': judgeNotReadable,
  'lands-together': judgeLandsTogether,
  'opening-short': judgeOpeningShort,
  blank: judgeBlank,
  'never-shown': judgeNeverShown,
  'sound-beyond': judgeSoundBeyond,
  'lips-apart': judgeLipsApart,
  'mouth-short': judgeMouthShort,
  'late-picture': judgeLatePicture,
  'camera-stutters': judgeCameraStutters,
  'loop-seam': judgeLoopSeam,
  'foot-slides': judgeFootSlides,
  'contact-missed': judgeContactMissed,
  'hand-on': judgeHandOn,
  stray: judgeStray,
  'line-weight': judgeLineWeight,
  'line-meets': judgeLineMeets,
  outside: judgeOutside,
  lacks: judgeLacks,
  'too-many-colours': judgeTooManyColours,
  'ground-competes': judgeGroundCompetes,
  flashing: judgeFlashing,
  'differs-from-library': judgeDiffersFromLibrary,
}
