import type { Act } from '../doing'
import { LEVELS } from './levels'
import { ON_PLACES } from './places'
import { SHEET } from './sheet'
import { TABLE } from './table'
import { actsWithin } from './where'

/** All that lies within a panel, a tray or a place, each as an act of its own. */
export const withinAll = (): Act[] => [...LEVELS, ...TABLE, ...SHEET, ...ON_PLACES].flatMap(actsWithin)
