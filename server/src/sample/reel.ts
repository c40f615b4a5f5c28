import type { ProductionEdit, Shot } from '@unhurried/core'

/** The scenes of the film in order, as they are cut together. */
const LONG: readonly Omit<Shot, 'id'>[] = [
  { frames: 12, name: 'Black', note: 'Water is heard first' },
  { scene: 'lowtide-mist', fade: 12, note: 'Morning: hold until the boat is clear of the bank' },
  { scene: 'lowtide-ferry', fade: 12 },
  { scene: 'lowtide-tansy' },
  { scene: 'lowtide-corrie' },
  { scene: 'lowtide-speaks', note: 'She minds the boat, not us' },
  { scene: 'lowtide-lime' },
  { scene: 'lowtide-leap' },
  { scene: 'lowtide-walk' },
  { scene: 'lowtide-gull' },
  { scene: 'lowtide-slack', fade: 18 },
]
const SHORT: readonly Omit<Shot, 'id'>[] = [
  { scene: 'lowtide-mist', last: 48 },
  { scene: 'lowtide-speaks' },
  { scene: 'lowtide-lime' },
  { scene: 'lowtide-slack', fade: 12 },
]

const reel = (id: string, name: string, shots: readonly Omit<Shot, 'id'>[]): ProductionEdit[] => [
  { type: 'reel.put', part: { id, name, fps: 24 } },
  ...shots.map((shot, i): ProductionEdit => ({ type: 'shot.put', of: id, part: { ...shot, id: `${id}${i + 1}` } })),
]

/** Two reels of the film, each a cut of its own. */
export const SAMPLE_REELS: readonly ProductionEdit[] = [
  ...reel('long', 'Long cut', LONG),
  ...reel('short', 'Short cut', SHORT),
]
