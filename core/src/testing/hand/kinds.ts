import { add, at, ease, leg, limb, line, mix, oval, type Part, part, polar, type Pose, smooth, TURN } from './body'
import type { Point } from '../../geometry/matrix'

/** How something moves: its pose at a share of the whole, and what the sheet is like. */
export interface HandKind {
  readonly id: string
  readonly drawings: number
  readonly loop?: true
  /** Shares at which keys lie; without them every drawing is a key. */
  readonly keys?: readonly number[]
  /** The landmark whose way spaces the charts. */
  readonly lead?: string
  /** Pixels by which a ground goes by in one turn, so that planted feet stand on it. */
  readonly pan?: number
  readonly pose: (t: number) => Pose
}

const wave = (t: number, late = 0) => Math.sin(TURN * t - late)
/** There and back: 0 … 1 … 0. */
const there = (t: number) => 0.5 - 0.5 * Math.cos(TURN * t)

/** A figure that walks or runs: far limbs first, then the body, then near limbs. */
function strider(t: number, x: number, { stride = 70, lift = 22, bob = 6, lean = 0.06, cross = 1 } = {}): Pose {
  const hip = at(x, 400 - bob * Math.abs(wave(t)))
  const chest = add(hip, polar(-Math.PI / 2 + lean, 130))
  const head = add(chest, polar(-Math.PI / 2 + lean, 66))
  const foot = (late: number) => {
    const phase = (((t + late) % 1) + 1) % 1
    // Half of the time it is on the ground and goes back, then it is lifted and comes forward.
    const planted = phase < 0.5
    const share = planted ? phase / 0.5 : (phase - 0.5) / 0.5
    return at(
      hip.x + mix(stride, -stride, planted ? share : 1 - ease(share)),
      560 - (planted ? 0 : lift * Math.sin(Math.PI * share)),
    )
  }
  const hand = (late: number) => add(chest, polar(Math.PI / 2 + 0.55 * cross * Math.sin(TURN * (t + late)), 118))
  const [near, far] = [foot(0), foot(0.5)]
  const arm = (late: number) => leg(add(chest, at(0, 12)), hand(late), 62, -1)
  return {
    parts: [
      part('dim', limb(arm(0), 13, 9)),
      part('dim', limb(leg(hip, far, 88), 19, 12)),
      part('coat', limb([hip, chest], 34, 38)),
      part('skin', oval(head, 34, 40)),
      part('trousers', limb(leg(hip, near, 88), 20, 12)),
      part('coat', limb(arm(0.5), 14, 9)),
    ],
    marks: { Head: head, Hip: hip, 'Near foot': near, 'Far foot': far, 'Near hand': hand(0.5) },
  }
}

const walkAcross: HandKind = {
  ...{ id: 'walk across', drawings: 24 },
  pose: (t) => strider(2 * t, mix(260, 260 + 8 * 70, t)),
}
const walkInPlace: HandKind = {
  ...{ id: 'walk in place', drawings: 12, loop: true },
  pose: (t) => strider(t, 640),
  pan: -280,
}
const run: HandKind = {
  ...{ id: 'run', drawings: 8, loop: true },
  pose: (t) => strider(t, 640, { stride: 96, lift: 70, bob: 22, lean: 0.28, cross: 1.7 }),
  pan: -384,
}

function headTurn(t: number): Pose {
  const turn = mix(-1, 1, ease(t))
  const centre = at(640 + 10 * turn, 330 + 16 * there(t / 2 + 0.25) - 8)
  const feature = (across: number, down: number) => at(centre.x + 118 * Math.sin(turn * 0.62 + across), centre.y + down)
  const width = (across: number) => Math.max(0.25, Math.cos(turn * 0.62 + across))
  const [left, right] = [feature(-0.34, -14), feature(0.34, -14)]
  return {
    parts: [
      part('skin', oval(centre, 122, 150)),
      part(
        'hair',
        smooth(
          [
            at(centre.x - 122, centre.y - 50),
            at(centre.x - 60 - 20 * turn, centre.y - 150),
            at(centre.x + 60 - 20 * turn, centre.y - 152),
            at(centre.x + 122, centre.y - 46),
            at(centre.x + 20 * turn, centre.y - 92),
          ],
          8,
          true,
        ),
      ),
      part('white', oval(left, 22 * width(-0.34), 15)),
      part('white', oval(right, 22 * width(0.34), 15)),
      part('skin', oval(feature(0, 26), 16 * width(0.2), 26)),
      line(smooth([feature(-0.26, 82), feature(0, 92), feature(0.26, 82)], 8)),
    ],
    marks: { Nose: feature(0.08, 40), 'Left eye': left, 'Right eye': right },
  }
}

function bird(t: number): Pose {
  const beat = t * 3
  const body = at(mix(220, 1040, t), 330 - 12 * wave(beat, 1.2) - 60 * there(t / 2))
  const wing = (side: number, late: number): Part => {
    const shoulder = add(body, at(-6 * side, -10))
    const elbow = add(shoulder, polar(-Math.PI / 2 - side * 0.5 - 0.95 * wave(beat, late) + 0.9, 66))
    const tip = add(elbow, polar(-Math.PI / 2 - 0.2 - 1.2 * wave(beat, late + 0.8) + 0.7, 104))
    return part(
      side > 0 ? 'coat' : 'dim',
      smooth(
        [shoulder, elbow, tip, at((tip.x + body.x) / 2 - 36, (tip.y + body.y) / 2 + 22), add(body, at(-52, 4))],
        7,
        true,
      ),
    )
  }
  const beak = add(body, at(96, -18))
  return {
    parts: [
      wing(-1, 0.25),
      part(
        'skin',
        smooth(
          [
            add(body, at(-120, 6)),
            add(body, at(-60, -24)),
            add(body, at(30, -36)),
            add(body, at(84, -30)),
            add(body, at(60, 14)),
            add(body, at(-30, 32)),
          ],
          8,
          true,
        ),
      ),
      part('beak', smooth([add(body, at(76, -30)), beak, add(body, at(74, -10))], 6, true)),
      wing(1, 0),
    ],
    marks: { Beak: beak, Body: body },
  }
}

function fish(t: number): Pose {
  const spine = Array.from({ length: 7 }, (_, i) => at(760 - 46 * i, 360 + (4 + 5.5 * i) * wave(t, 0.75 * i)))
  const tail = spine.at(-1)!
  const turn = Math.atan2(spine[5]!.y - tail.y, spine[5]!.x - tail.x)
  const half = (i: number) => [10, 40, 56, 52, 40, 24, 10][i]!
  const side = (sign: number) => spine.map((each, i) => at(each.x, each.y + sign * half(i)))
  const fin = smooth(
    [
      tail,
      add(tail, polar(turn + Math.PI - 0.6, 70)),
      add(tail, polar(turn + Math.PI, 40)),
      add(tail, polar(turn + Math.PI + 0.6, 70)),
    ],
    6,
    true,
  )
  return {
    parts: [
      part('coat', fin),
      part('skin', smooth([...side(-1), ...side(1).reverse()], 5, true)),
      part('white', oval(add(spine[0]!, at(-30, -12)), 9, 9)),
    ],
    marks: { Nose: spine[0]!, 'Tail root': tail },
  }
}

function thrower(t: number): Pose {
  const wind = t < 0.35 ? ease(t / 0.35) : t < 0.6 ? 1 - 2 * ease((t - 0.35) / 0.25) : -1 + 0.25 * ease((t - 0.6) / 0.4)
  const hip = at(600 - 24 * wind, 410 + 12 * Math.abs(wind))
  const chest = add(hip, polar(-Math.PI / 2 - 0.3 * wind, 130))
  const head = add(chest, polar(-Math.PI / 2 - 0.15 * wind, 66))
  const shoulder = add(chest, at(4, 8))
  const hand = add(shoulder, polar(-Math.PI / 2 - 1.5 * wind, 112))
  const other = add(chest, polar(Math.PI / 2 + 0.7 * wind, 104))
  return {
    parts: [
      part('dim', limb(leg(shoulder, other, 58, -1), 13, 9)),
      part('dim', limb(leg(hip, at(680, 560), 88), 19, 12)),
      part('trousers', limb(leg(hip, at(540, 562), 88), 20, 12)),
      part('coat', limb([hip, chest], 34, 38)),
      part('skin', oval(head, 34, 40)),
      part('coat', limb(leg(shoulder, hand, 62, wind > 0 ? -1 : 1), 14, 10)),
    ],
    marks: { Hand: hand, Head: head, Hip: hip },
  }
}

/** A line figure leaping: no paint. */
function leaper(t: number): Pose {
  const air = t < 0.25 ? 0 : t < 0.75 ? (t - 0.25) / 0.5 : 1
  const crouch = (t < 0.25 ? there(t / 0.5) : 0) + (t > 0.75 ? there((t - 0.75) / 0.5 + 0.5) * 0.8 : 0)
  const hip = at(mix(300, 940, air), 420 + 60 * crouch - 4 * 190 * air * (1 - air))
  const chest = add(hip, polar(-Math.PI / 2 + 0.5 * (air - 0.5) * (air > 0 && air < 1 ? 1 : 0) + 0.35 * crouch, 120))
  const head = add(chest, polar(-Math.PI / 2, 60))
  const ground = (side: number) => at(mix(300, 940, air) + side * 36, 562 - 4 * 150 * air * (1 - air))
  const hand = (side: number) => add(chest, polar(Math.PI / 2 - side * 0.5 - 1.6 * air * (1 - air) * 4 * 0.5, 100))
  const stick = (joints: readonly Point[]) => line(smooth(joints, 8))
  return {
    parts: [
      { ring: oval(head, 32, 38) },
      stick([chest, hip]),
      stick(leg(hip, ground(1), 82)),
      stick(leg(hip, ground(-1), 82)),
      stick(leg(chest, hand(1), 54, -1)),
      stick(leg(chest, hand(-1), 54, 1)),
    ],
    marks: { Hip: hip, Head: head },
  }
}

function armWave(t: number): Pose {
  const swing = -0.5 + 0.75 * wave(t)
  const shoulder = at(640, 460)
  const elbow = add(shoulder, polar(-Math.PI / 2 + 0.45 * swing, 140))
  const hand = add(elbow, polar(-Math.PI / 2 + swing + 0.35 * wave(t, 0.5), 130))
  return {
    parts: [
      part('coat', limb([shoulder, elbow, hand], 34, 22)),
      part('skin', oval(add(hand, polar(-Math.PI / 2 + swing, 26)), 27, 34, swing)),
    ],
    marks: { Elbow: elbow, Hand: hand },
  }
}

function pendulum(t: number): Pose {
  const angle = Math.PI / 2 + 0.7 * Math.cos(TURN * t)
  const bob = add(at(640, 60), polar(angle, 400))
  return { parts: [line([at(640, 60), bob]), part('coat', oval(bob, 56, 56))], marks: { Bob: bob } }
}

function ball(t: number): Pose {
  const hops = [0, 0.26, 0.56, 0.78, 0.94, 1.1]
  const hop = hops.findLastIndex((begin) => t >= begin)
  const share = (t - hops[hop]!) / (hops[hop + 1]! - hops[hop]!)
  const height = hop === 0 ? 380 * (1 - share * share) : 4 * 380 * 0.5 ** hop * share * (1 - share)
  const speed = Math.abs(hop === 0 ? share : 1 - 2 * share) * 0.8 ** hop
  const squash = height < 12 ? 1 - 0.28 * 0.75 ** hop : 1 + 0.18 * speed
  const centre = at(mix(240, 1040, t), 560 - height - 52 * squash)
  return {
    parts: [part('coat', oval(centre, 52 / squash, 52 * squash)), part('white', oval(add(centre, at(14, -14)), 9, 9))],
    marks: { Middle: centre },
  }
}

function tail(t: number): Pose {
  let here = at(420, 420)
  const joints = [here]
  for (let i = 0; i < 6; i++)
    joints.push((here = add(here, polar(-0.25 + 0.5 * wave(t, 0.6 * i) * (0.4 + 0.12 * i), 62))))
  return {
    parts: [part('coat', limb(joints, 30, 6)), part('skin', oval(at(400, 424), 46, 40))],
    marks: { Tip: joints.at(-1)!, Root: joints[0]! },
  }
}

function flame(t: number): Pose {
  const flick = (i: number, late: number) => 16 * wave(t, late + i) + 9 * wave(2 * t, 2 * late + i)
  const edge = (side: number) =>
    [0, 1, 2, 3].map((i) =>
      at(640 + side * [64, 82, 50, 20][i]! + flick(i, side), 540 - 84 * i - (i > 2 ? 30 * there(t * 2) : 0)),
    )
  const tip = at(640 + flick(4, 0.4), 540 - 360 - 40 * wave(t, 1))
  return {
    parts: [
      part('beak', smooth([...edge(-1), tip, ...edge(1).reverse()], 6, true)),
      part('white', oval(at(640 + flick(1, 0.3) * 0.4, 480), 30, 52 + 10 * wave(t, 2))),
    ],
    marks: { Tip: tip },
  }
}

function smoke(t: number): Pose {
  const puffs = [0, 1, 2].flatMap((i) => {
    const life = t * 1.5 - 0.25 * i
    if (life <= 0.03 || life >= 0.97) return []
    const grown = 20 + 70 * Math.sqrt(life) - 70 * Math.max(0, life - 0.72) * 3
    return [
      { name: `puff ${i}`, centre: at(600 + 36 * i + 50 * wave(life, i), 520 - 330 * life), r: Math.max(6, grown) },
    ]
  })
  return {
    parts: puffs.map(({ name, centre, r }) => ({
      ...part(
        'white',
        smooth(
          oval(centre, r, r * 0.86, 0, 10).map((each, k) => add(each, at(4 * wave(t, k), 4 * wave(t, 2 * k)))),
          5,
          true,
        ),
      ),
      name,
    })),
    marks: {},
  }
}

function blink(t: number): Pose {
  const lid = t < 0.3 ? ease(t / 0.3) : t < 0.55 ? 1 : t < 0.8 ? 1 - ease((t - 0.55) / 0.25) : 0
  const centre = at(640, 350 + 5 * lid)
  const eye = (side: number): Part[] => {
    const place = add(centre, at(side * 52, -18))
    const open = 24 * (1 - lid)
    const shut = line(smooth([add(place, at(-25, 3)), add(place, at(0, 8)), add(place, at(25, 3))], 8))
    const name = `eye ${side}`
    if (open < 3) return [{ ...shut, name }]
    return [
      { ...part('white', oval(add(place, at(0, 8 * lid)), 25, open)), name },
      ...(open > 12
        ? [{ ...part('ink', oval(add(place, at(2, 3)), 8, Math.min(10, open - 4))), name: `pupil ${side}` }]
        : []),
    ]
  }
  return {
    parts: [
      { ...part('skin', oval(centre, 130, 158)), name: 'face' },
      ...eye(-1),
      ...eye(1),
      {
        ...line(smooth([add(centre, at(-36, 84)), add(centre, at(0, 94)), add(centre, at(36, 84))], 8)),
        name: 'mouth',
      },
    ],
    marks: { Chin: add(centre, at(0, 156)) },
  }
}

/** A word that writes itself: a line that grows. */
function writing(t: number): Pose {
  const way = Array.from({ length: 160 }, (_, i) =>
    at(260 + 4.6 * i + 22 * Math.sin(i / 5.2), 360 + 58 * Math.sin(i / 7.3) * Math.cos(i / 31)),
  )
  const count = Math.max(6, Math.round(way.length * t))
  return { parts: [line(way.slice(0, count))], marks: { Pen: way[count - 1]! } }
}

/** All but a hold: it breathes, and settles by a few pixels. */
function movingHold(t: number): Pose {
  const settle = 14 * ease(t)
  const hip = at(640, 410 + settle * 0.5)
  const chest = add(hip, polar(-Math.PI / 2 + 0.05 * ease(t), 132 - 3 * ease(t)))
  const head = add(chest, at(4 + settle * 0.3, -66 + settle * 0.6))
  const hand = add(chest, at(-58 - settle * 0.2, 112 + settle))
  return {
    parts: [
      part('trousers', limb(leg(hip, at(676, 562), 90), 20, 12)),
      part('trousers', limb(leg(hip, at(604, 562), 90), 20, 12)),
      part('coat', limb([hip, chest], 34, 38)),
      part('skin', oval(head, 34, 40)),
      part('coat', limb(leg(add(chest, at(-6, 8)), hand, 62, -1), 14, 9)),
    ],
    marks: { Head: head, Hand: hand, Hip: hip },
  }
}

function leaf(t: number): Pose {
  const centre = at(640 + 210 * wave(1.5 * t) * (1 - 0.3 * t), 90 + 440 * t + 26 * Math.cos(2 * TURN * 1.5 * t))
  const turn = 0.95 * Math.cos(TURN * 1.5 * t)
  const blade = [at(-70, 0), at(-30, -26), at(30, -22), at(74, 0), at(30, 20), at(-30, 24)].map(({ x, y }) =>
    at(centre.x + x * Math.cos(turn) - y * Math.sin(turn), centre.y + x * Math.sin(turn) + y * Math.cos(turn)),
  )
  const stalk = add(blade[0]!, polar(turn + Math.PI - 0.3, 34))
  return {
    parts: [part('hair', smooth(blade, 8, true)), line([stalk, blade[0]!, centre])],
    marks: { Tip: blade[3]!, Middle: centre },
  }
}

/** Motions as hands draw them, each of a kind of its own. */
export const HAND_KINDS: readonly HandKind[] = [
  walkAcross,
  walkInPlace,
  run,
  { ...{ id: 'head turn', drawings: 9, keys: [0, 0.5, 1], lead: 'Nose' }, pose: headTurn },
  { ...{ id: 'bird', drawings: 24 }, pose: bird },
  { ...{ id: 'fish', drawings: 12, loop: true }, pose: fish },
  { ...{ id: 'throw', drawings: 13, keys: [0, 0.35, 0.6, 1], lead: 'Hand' }, pose: thrower },
  { ...{ id: 'leap, line only', drawings: 16 }, pose: leaper },
  { ...{ id: 'arm wave', drawings: 12, loop: true, keys: [0.25, 0.75], lead: 'Hand' }, pose: armWave },
  { ...{ id: 'pendulum', drawings: 12, loop: true, keys: [0, 0.5], lead: 'Bob' }, pose: pendulum },
  { ...{ id: 'ball with squash', drawings: 26 }, pose: ball },
  { ...{ id: 'tail', drawings: 12, loop: true }, pose: tail },
  { ...{ id: 'flame', drawings: 12, loop: true }, pose: flame },
  { ...{ id: 'smoke', drawings: 20 }, pose: smoke },
  { ...{ id: 'blink', drawings: 9 }, pose: blink },
  { ...{ id: 'writing', drawings: 16 }, pose: writing },
  { ...{ id: 'moving hold', drawings: 8, keys: [0, 1], lead: 'Head' }, pose: movingHold },
  { ...{ id: 'leaf', drawings: 20 }, pose: leaf },
]
