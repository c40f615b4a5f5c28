import type { Point } from '../../geometry/matrix'
import {
  add,
  at,
  ease,
  held,
  leg,
  limb,
  line,
  mix,
  oval,
  type Part,
  part,
  polar,
  type Pose,
  smooth,
  TURN,
} from './body'
import type { HandKind } from './kinds'

/** Motions put down after those of `later-kinds.ts`, again without a look at the checks. */

/** A box that turns on its upright axis, seen from a little above: which sides are seen changes. */
function boxTurns(t: number): Pose {
  const by = TURN * 0.5 * t + 0.3
  const corner = (i: number, up: number) => {
    const turn = by + (i * Math.PI) / 2
    return at(640 + 170 * Math.cos(turn), 470 - up + 48 * Math.sin(turn))
  }
  const sides = [0, 1, 2, 3].filter((i) => Math.sin(by + ((i + 0.5) * Math.PI) / 2) > 0.04)
  return {
    parts: [
      ...sides.map((i) =>
        part(i % 2 ? 'coat' : 'dim', [corner(i, 0), corner(i + 1, 0), corner(i + 1, 190), corner(i, 190)], `side ${i}`),
      ),
      part(
        'sand',
        [0, 1, 2, 3].map((i) => corner(i, 190)),
        'lid',
      ),
    ],
    marks: { Corner: corner(0, 190) },
  }
}

/** A rope turned between two hands: a bow that goes round, flat as it passes the eye. */
function ropeTurns(t: number): Pose {
  const up = Math.cos(TURN * t)
  const [left, right] = [at(330, 380 + 14 * Math.sin(TURN * t)), at(950, 380 + 14 * Math.sin(TURN * t))]
  const rope = Array.from({ length: 15 }, (_, i) =>
    at(mix(left.x, right.x, i / 14), mix(left.y, right.y, i / 14) - 170 * up * Math.sin((Math.PI * i) / 14)),
  )
  const hand = (where: Point) => part('skin', oval(where, 22, 18))
  return { parts: [line(smooth(rope, 3)), hand(left), hand(right)], marks: { Left: left, Bow: rope[7]! } }
}

/** A candle that is blown out: its flame leans, shrinks and is gone, a wisp climbs. */
function candle(t: number): Pose {
  const blown = held((t - 0.35) / 0.25)
  const flicker = 6 * Math.sin(19 * t) * (1 - blown)
  const high = 92 * (1 - blown) ** 0.7
  const tip = at(640 + flicker + 70 * blown, 330 - high)
  const flame =
    high > 8
      ? [part('beak', smooth([at(640, 332), at(664 + 10 * blown, 312), tip, at(618, 308)], 6, true), 'flame')]
      : []
  const climbs = held((t - 0.55) / 0.45)
  const wisp =
    climbs > 0.05
      ? [
          line(
            smooth(
              Array.from({ length: 6 }, (_, i) =>
                at(640 + 5 * i * climbs * Math.sin(1.3 * i - 7 * t), 328 - 34 * i * climbs),
              ),
              6,
            ),
            'wisp',
          ),
        ]
      : []
  return {
    parts: [
      part('white', [at(596, 350), at(684, 350), at(688, 600), at(592, 600)], 'wax'),
      line([at(640, 350), at(640, 330)], 'wick'),
      ...flame,
      ...wisp,
    ],
    marks: { Wick: at(640, 330) },
  }
}

/** A frog whose tongue shoots out and comes back. */
function frog(t: number): Pose {
  const out = t < 0.3 ? 0 : t < 0.42 ? ease((t - 0.3) / 0.12) : t < 0.52 ? 1 : t < 0.72 ? 1 - ease((t - 0.52) / 0.2) : 0
  const dip = t < 0.3 ? 10 * ease(t / 0.3) : 10 * (1 - held((t - 0.3) / 0.1))
  const mouth = at(506, 440 + dip)
  const tongue =
    out > 0.03
      ? [
          part(
            'beak',
            limb([mouth, add(mouth, at(180 * out, -50 * out)), add(mouth, at(420 * out, -40 * out))], 9, 13),
            'tongue',
          ),
        ]
      : []
  return {
    parts: [
      ...tongue,
      part('hair', oval(at(400, 500 + 0.4 * dip), 110, 80), 'body'),
      part('hair', oval(at(450, 430 + dip), 72, 50), 'head'),
      part('white', oval(at(470, 392 + dip), 20, 20), 'eye'),
      part('hair', limb([at(330, 560), at(280, 520), at(300, 600), at(370, 602)], 20, 12), 'leg'),
    ],
    marks: { Eye: at(470, 392 + dip) },
  }
}

/** Hands that clap: together fast, apart slowly; lines burst from where they meet. */
function claps(t: number): Pose {
  const beat = (2 * t) % 1
  const apart = beat < 0.5 ? ease(beat / 0.5) : 1 - ((beat - 0.5) / 0.5) ** 2
  const [left, right] = [at(618 - 150 * apart, 420 - 30 * apart), at(662 + 150 * apart, 420 - 30 * apart)]
  const burst =
    apart < 0.22
      ? [-1, 0, 1].map((side) =>
          line([at(640 + 46 * side, 340), at(640 + 74 * side, 290 - 10 * (1 - Math.abs(side)))], `burst ${side}`),
        )
      : []
  const arm = (hand: Point, side: number) => limb(leg(at(640 + 190 * side, 250), hand, 130, -side), 20, 13)
  return {
    parts: [
      part('coat', arm(left, -1), 'left arm'),
      part('coat', arm(right, 1), 'right arm'),
      part('skin', oval(left, 26, 40, 0.15), 'left'),
      part('skin', oval(right, 26, 40, -0.15), 'right'),
      ...burst,
    ],
    marks: { Left: left, Right: right },
  }
}

/** A figure that turns a cartwheel across the frame. */
function cartwheel(t: number): Pose {
  const go = ease(t)
  const by = TURN * go
  const hip = at(mix(320, 960, go), 420 - 26 * Math.abs(Math.sin(by)))
  const out = (turn: number, long: number) => add(hip, polar(by + turn, long))
  const chest = out(-Math.PI / 2, 110)
  const arm = (side: number) => limb([chest, add(chest, polar(by - Math.PI / 2 + 0.75 * side, 118))], 14, 9)
  const shank = (side: number) =>
    limb([hip, out(Math.PI / 2 + 0.55 * side, 84), out(Math.PI / 2 + 0.62 * side, 168)], 19, 12)
  return {
    parts: [
      part('dim', arm(-1)),
      part('dim', shank(-1)),
      part('coat', limb([hip, chest], 32, 36)),
      part('skin', oval(add(chest, polar(by - Math.PI / 2, 58)), 32, 36)),
      part('trousers', shank(1)),
      part('coat', arm(1)),
    ],
    marks: { Hip: hip, Chest: chest },
  }
}

/** Seeds adrift: each on its own way, a few leave the frame. */
function seeds(t: number): Pose {
  const parts = Array.from({ length: 9 }, (_, i) => {
    const x = 160 + ((i * 397) % 900) + (220 + 37 * (i % 4)) * t
    const y = 160 + ((i * 271) % 380) - 60 * t + 26 * Math.sin(TURN * t * (0.7 + 0.1 * i) + i)
    return { name: `seed ${i}`, x, y }
  }).filter(({ x }) => x < 1250)
  return {
    parts: parts.flatMap(({ name, x, y }) => [
      line([at(x, y), at(x - 16, y - 30)], `${name} stalk`),
      part('white', oval(at(x - 18, y - 36), 13, 9), name),
    ]),
    marks: { First: at(parts[0]!.x, parts[0]!.y) },
  }
}

/** Something that shakes itself dry: its head goes to and fro within a few drawings, its ears late. */
function shakes(t: number): Pose {
  const dies = Math.sin(Math.PI * t)
  const turn = 0.42 * dies * Math.sin(TURN * 4 * t)
  const late = 0.7 * dies * Math.sin(TURN * 4 * t - 1.1)
  const neck = at(600, 470)
  const head = add(neck, polar(-Math.PI / 2 + turn, 120))
  const ear = (side: number) =>
    limb(
      [
        add(head, at(46 * side, -30)),
        add(head, add(at(80 * side, 10), polar(late, 16))),
        add(head, add(at(92 * side, 70), at(60 * late, 0))),
      ],
      17,
      12,
    )
  return {
    parts: [
      part('coat', oval(at(600, 560), 120, 90)),
      part('coat', limb([at(600, 540), head], 54, 48)),
      part('dim', ear(-1)),
      part('coat', oval(head, 74, 66, turn)),
      part('dim', ear(1)),
      part('hair', oval(add(head, polar(turn + 1.3, 34)), 15, 11)),
    ],
    marks: { Head: head },
  }
}

/** A page that is turned: it stands up, bends and falls on the other side. */
function page(t: number): Pose {
  const by = Math.PI * ease(t)
  const bend = 0.5 * Math.sin(Math.PI * t)
  const edge = (up: number) => add(at(640, 520 - up * 0), at(280 * Math.cos(by), -200 * Math.sin(by) - up * 30))
  const middle = (up: number) =>
    add(at(640, 520 - up * 30), at(150 * Math.cos(by + bend), -130 * Math.sin(by + bend) - 20 * bend))
  return {
    parts: [
      part('sand', [at(350, 540), at(640, 520), at(930, 540), at(930, 570), at(640, 552), at(350, 570)], 'book'),
      part(
        'white',
        [
          at(640, 490),
          ...smooth([at(640, 490), middle(1), edge(1)], 8),
          ...smooth([edge(0), middle(0), at(640, 522)], 8),
        ],
        'page',
      ),
    ],
    marks: { Edge: edge(1) },
  }
}

/** A thing with five arms that wave one after another. */
function arms(t: number): Pose {
  const body = at(640, 300 + 10 * Math.sin(TURN * t))
  const arm = (i: number) => {
    const root = add(body, at(-110 + 55 * i, 70))
    const sway = (far: number) => 34 * far * Math.sin(TURN * t - 0.9 * i - 1.2 * far)
    return limb(
      [root, add(root, at(sway(0.4), 80)), add(root, at(sway(0.8), 160)), add(root, at(sway(1.3), 235))],
      20,
      6,
    )
  }
  return {
    parts: [
      ...[0, 1, 2, 3, 4].map((i) => part(i % 2 ? 'dim' : 'coat', arm(i))),
      part('coat', oval(body, 140, 96)),
      part('white', oval(add(body, at(-44, -10)), 22, 26)),
      part('white', oval(add(body, at(44, -10)), 22, 26)),
    ],
    marks: { Body: body },
  }
}

/** Three who bob, each in a time of its own, on one level. */
function three(t: number): Pose {
  const one = (x: number, phase: number, swatch: string): Part[] => {
    const low = 0.5 - 0.5 * Math.cos(TURN * (2 * t + phase))
    const head = at(x, 300 + 36 * low)
    return [
      part(swatch, limb([at(x, 590), at(x, 380 + 22 * low)], 56 + 6 * low, 48)),
      part('skin', oval(head, 44, 48 - 4 * low)),
      line(smooth([add(head, at(-14, 16)), add(head, at(0, 22)), add(head, at(14, 16))], 5)),
    ]
  }
  return {
    parts: [...one(380, 0, 'coat'), ...one(640, 0.33, 'trousers'), ...one(900, 0.66, 'hair')],
    marks: { First: at(380, 300 + 36 * (0.5 - 0.5 * Math.cos(TURN * 2 * t))) },
  }
}

/** A glass that is filled: a stream comes and goes, what is in it rises. */
function fills(t: number): Pose {
  const full = held((t - 0.15) / 0.7)
  const top = mix(596, 400, full)
  const stream =
    t > 0.1 && t < 0.88 ? [part('trousers', limb([at(648, 150), at(642, 280), at(640, top)], 11, 8), 'stream')] : []
  const water = full > 0.04 ? [part('trousers', [at(566, top), at(714, top), at(706, 598), at(574, 598)], 'water')] : []
  return {
    parts: [...stream, ...water, line([at(556, 330), at(572, 604), at(708, 604), at(724, 330)], 'glass')],
    marks: { Foot: at(640, 604) },
  }
}

/** A sprout that comes up and opens leaf after leaf. */
function sprouts(t: number): Pose {
  const tall = 330 * ease(held(t * 1.15))
  const stalk = Array.from({ length: 7 }, (_, i) => at(640 + 18 * Math.sin(1.1 * i), 620 - (tall * i) / 6))
  const leaf = (i: number, from: number) => {
    const open = ease(held((t - from) / 0.3))
    if (open < 0.12) return []
    const [root, side] = [stalk[i]!, i % 2 ? 1 : -1]
    const tip = add(root, at(side * 130 * open, -52 * open))
    const swell = at(8 * open, -38 * open)
    return [
      part(
        'hair',
        smooth(
          [
            root,
            add(add(root, at(side * 62 * open, -30 * open)), swell),
            tip,
            add(root, at(side * 70 * open, 6 * open)),
          ],
          6,
          true,
        ),
        `leaf ${i}`,
      ),
    ]
  }
  return {
    parts: [
      part('sand', smooth([at(500, 640), at(640, 606), at(780, 640), at(640, 660)], 6, true), 'soil'),
      part('hair', limb(stalk, 11, 6), 'stalk'),
      ...leaf(2, 0.3),
      ...leaf(3, 0.42),
      ...leaf(4, 0.54),
      ...leaf(5, 0.64),
    ],
    marks: { Tip: stalk[6]! },
  }
}

/** Someone who starts: down, up with wide eyes, and settles. */
function starts(t: number): Pose {
  const down = t < 0.3 ? ease(t / 0.3) : 1 - ease(held((t - 0.3) / 0.12))
  const up = t < 0.42 ? ease(held((t - 0.3) / 0.12)) : 1 - ease(held((t - 0.6) / 0.3))
  const tall = 1 - 0.22 * down + 0.22 * up
  const head = at(640, 560 - 300 * tall)
  const eye = (side: number): Part[] => [
    part('white', oval(add(head, at(30 * side, -8)), 17 + 6 * up, (20 + 16 * up) * (1 - 0.75 * down)), `white ${side}`),
    part('hair', oval(add(head, at(30 * side, -6)), 6, 7 * (1 - 0.6 * down)), `pupil ${side}`),
  ]
  return {
    parts: [
      part('coat', limb([at(640, 620), add(head, at(0, 90 * tall))], 70 / tall, 50 / tall), 'body'),
      part('skin', oval(head, 82 / Math.sqrt(tall), 92 * tall), 'head'),
      ...eye(-1),
      ...eye(1),
      part('beak', oval(add(head, at(0, 50 * tall)), 22, 5 + 20 * up), 'mouth'),
    ],
    marks: { Head: head },
  }
}

export const FURTHER_KINDS: readonly HandKind[] = [
  { id: 'box turns', drawings: 16, pose: boxTurns },
  { id: 'rope turns', drawings: 12, loop: true, pose: ropeTurns },
  { id: 'candle goes out', drawings: 20, pose: candle },
  { id: 'frog’s tongue', drawings: 18, pose: frog },
  { id: 'claps', drawings: 16, pose: claps },
  { id: 'cartwheel', drawings: 18, keys: [0, 0.5, 1], lead: 'Hip', pose: cartwheel },
  { id: 'seeds adrift', drawings: 16, pose: seeds },
  { id: 'shakes itself', drawings: 24, pose: shakes },
  { id: 'page turns', drawings: 14, keys: [0, 1], lead: 'Edge', pose: page },
  { id: 'five arms', drawings: 16, loop: true, pose: arms },
  { id: 'three bob', drawings: 16, loop: true, pose: three },
  { id: 'glass fills', drawings: 18, pose: fills },
  { id: 'sprouts', drawings: 20, pose: sprouts },
  { id: 'starts', drawings: 20, keys: [0, 0.3, 0.42, 1], lead: 'Head', pose: starts },
]
