import type { ProductionEdit, Shot } from '@unhurried/core'
import { CORRIE_COLOURS } from './corrie'

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

/** Who comes again in several scenes. */
const CORRIE: readonly ProductionEdit[] = [
  {
    type: 'character.put',
    part: {
      ...{ id: 'corrie', name: 'Corrie', kind: 'character', heads: 3.5, lineWidth: 8 },
      note: 'A heron with a ribbon. The ribbon is the last thing to come to rest.',
      // Where she speaks: the beak's own plan.
      mouths: { scene: 'lowtide-speaks', plan: 'L3p0n0' },
      landmarks: ['Eye', 'Crest tip', 'Neck'].map((name, i) => ({ id: `corrie${i + 1}`, name })),
    },
  },
  ...CORRIE_COLOURS.flatMap(({ name, colour, linked }): ProductionEdit[] => {
    if (!linked) return []
    const group = linked.of === 'ribbon' ? 'Ribbon' : 'Heron'
    return [{ type: 'colour.put', of: 'corrie', part: { id: linked.of, name, colour, group } }]
  }),
]

/** Two reels of the film, each a cut of its own, and its library. */
export const SAMPLE_PRODUCTION: readonly ProductionEdit[] = [
  ...CORRIE,
  ...reel('long', 'Long cut', LONG),
  ...reel('short', 'Short cut', SHORT),
]
