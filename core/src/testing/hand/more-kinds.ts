import { add, at, ease, held, leg, limb, mix, oval, type Part, part, polar, type Pose, smooth, TURN } from './body'
import type { Point } from '../../geometry/matrix'
import type { HandKind } from './kinds'

/** More motions, thought of once the checks stood: none was made for them before they were first measured. */

/** Values at moments, eased between them. */
function through(t: number, stops: readonly (readonly [when: number, value: number])[]): number {
  const next = stops.findIndex(([when]) => t <= when)
  const i = next < 0 ? stops.length - 1 : Math.max(1, next)
  const [[from, a], [to, b]] = [stops[i - 1]!, stops[i]!]
  return mix(a, b, ease(held((t - from) / (to - from))))
}

interface Stance {
  readonly lean?: number
  readonly head?: number
  /** Directions of the near and the far arm and the swing of the legs, in radians. */
  readonly arms?: readonly [number, number]
  readonly legs?: readonly [number, number]
  readonly size?: number
}
function person(hip: Point, { lean = 0, head = 0, arms = [1.2, 1.9], legs = [0.25, -0.25], size = 1 }: Stance): Pose {
  const chest = add(hip, polar(-Math.PI / 2 + lean, 120 * size))
  const skull = add(chest, polar(-Math.PI / 2 + lean + head, 62 * size))
  const foot = (swing: number) => add(hip, polar(Math.PI / 2 - swing, 150 * size))
  const hand = (turn: number) => add(chest, polar(turn, 105 * size))
  const arm = (turn: number) => limb(leg(chest, hand(turn), 56 * size, -1), 12 * size, 8 * size)
  const shank = (swing: number) => limb(leg(hip, foot(swing), 80 * size), 18 * size, 11 * size)
  return {
    parts: [
      part('dim', arm(arms[1])),
      part('dim', shank(legs[1])),
      part('coat', limb([hip, chest], 32 * size, 36 * size)),
      part('skin', oval(skull, 32 * size, 38 * size)),
      part('trousers', shank(legs[0])),
      part('coat', arm(arms[0])),
    ],
    marks: { Head: skull, Hip: hip, Hand: hand(arms[0]) },
  }
}

function entersAndLeaves(t: number): Pose {
  const swing = Math.sin(3 * TURN * t)
  const hip = at(mix(-150, 1430, t), 400 - 6 * Math.abs(swing))
  return person(hip, { legs: [0.45 * swing, -0.45 * swing], arms: [1.57 - 0.5 * swing, 1.57 + 0.5 * swing] })
}

function coin(t: number): Pose {
  const middle = at(640, 420 - 800 * t * (1 - t))
  return {
    parts: [part('coat', oval(middle, 60, Math.max(5, 60 * Math.abs(Math.cos(1.5 * TURN * t)))))],
    marks: { Coin: middle },
  }
}

function comesNearer(t: number): Pose {
  const [times, middle] = [0.3 * 6 ** t, at(mix(500, 640, t), mix(280, 380, t))]
  const shine = add(middle, at(-12 * times, -12 * times))
  return {
    parts: [part('coat', oval(middle, 40 * times, 40 * times)), part('white', oval(shine, 9 * times, 7 * times))],
    marks: { Middle: middle },
  }
}

function splash(t: number): Pose {
  const up = Math.sin(Math.PI * t)
  const pool = [
    at(500, 500),
    at(560, 485 - 30 * up),
    at(640, 470 - 60 * up),
    at(720, 485 - 30 * up),
    at(780, 500),
    at(640, 530),
  ]
  const drops = Array.from({ length: 7 }, (_, i): Part[] => {
    const u = (t - 0.048 * i) / 0.6
    if (u <= 0 || u >= 1) return []
    const place = at(640 + (i - 3) * 120 * u, 480 - (600 + 40 * (i % 3)) * u + 620 * u * u)
    return [part('dim', oval(place, 12 - 5 * u, 14 - 5 * u), `drop ${i}`)]
  })
  return { parts: [part('dim', smooth(pool, 7, true), 'pool'), ...drops.flat()], marks: {} }
}

function juggling(t: number): Pose {
  const balls = [0, 1, 2].map((n) => {
    const u = (t + n / 3) % 1
    if (u < 0.7) return at(mix(520, 760, u / 0.7), 440 - 1040 * (u / 0.7) * (1 - u / 0.7))
    return at(mix(760, 520, (u - 0.7) / 0.3), 440 + 20 * Math.sin((Math.PI * (u - 0.7)) / 0.3))
  })
  const swatches = ['coat', 'beak', 'hair']
  return {
    parts: balls.map((ball, n) => part(swatches[n]!, oval(ball, 30, 30), `ball ${n}`)),
    marks: { First: balls[0]! },
  }
}

function wheel(t: number): Pose {
  const middle = at(640, 400)
  const rim = Array.from({ length: 32 }, (_, i) =>
    add(middle, polar((TURN * t) / 8 + (i / 32) * TURN, 130 * (i % 4 < 2 ? 1 : 0.82))),
  )
  return { parts: [part('dim', rim), part('coat', oval(middle, 40, 40))], marks: { Middle: middle } }
}

function pops(t: number): Pose {
  const pose = through(t, [[0, 0], [0.2, -0.12], [0.45, 1.12], [0.55, 1], [0.75, 0.95], [0.95, 2.05], [1, 2]]) // prettier-ignore
  return person(at(mix(560, 600, pose / 2), 400 + 14 * Math.abs(pose - 1)), {
    ...{ lean: 0.15 * (pose - 1), head: 0.1 * (pose - 1), arms: [1.4 - 1.1 * pose, 1.8 + 0.4 * pose] },
  })
}

function spring(t: number): Pose {
  const by = 120 * Math.exp(-3 * t) * Math.cos(3 * TURN * t)
  const [middle, times] = [at(640, 380 + by), 1 + by / 500]
  const top = add(middle, at(0, -110 * times))
  return {
    parts: [part('coat', oval(middle, 90 / times, 90 * times)), part('beak', oval(top, 40, 36))],
    marks: { Top: top },
  }
}

function becomesAnother(t: number): Pose {
  const [middle, far, deep] = [at(640, 380), mix(90, 140, ease(t)), 0.35 * ease(t)]
  const ring = Array.from({ length: 40 }, (_, i) => {
    const turn = (i / 40) * TURN
    return add(middle, polar(turn + 0.2 * t, far * (1 + deep * Math.cos(5 * turn))))
  })
  return { parts: [part('coat', ring)], marks: { Middle: middle } }
}

function twoCross(t: number): Pose {
  const swing = 0.4 * Math.sin(3 * TURN * t)
  const one = person(at(mix(300, 980, t), 400), { legs: [swing, -swing] })
  const other = person(at(mix(980, 300, t), 400), { legs: [-swing, swing], size: 0.9 })
  const dressed: Readonly<Record<string, string>> = { coat: 'hair', dim: 'trousers' }
  return {
    parts: [...one.parts, ...other.parts.map((each) => ({ ...each, swatch: dressed[each.swatch!] ?? each.swatch! }))],
    marks: { One: one.marks['Head']!, Other: other.marks['Head']! },
  }
}

function nodsAndBlinks(t: number): Pose {
  const middle = at(640, 360 + 26 * Math.sin(TURN * t) ** 2)
  const lid = t > 0.4 && t < 0.6 ? Math.max(0.12, Math.abs(Math.cos(Math.PI * ((t - 0.4) / 0.2)))) : 1
  const eye = (x: number) => part('white', oval(add(middle, at(x, -10)), 22, 16 * lid))
  const mouth = oval(add(middle, at(0, 70)), 34, 8 + 14 * Math.sin(2 * TURN * t) ** 2)
  return {
    parts: [part('skin', oval(middle, 110, 140)), eye(-42), eye(42), part('beak', mouth)],
    marks: { Nose: add(middle, at(0, 20)) },
  }
}

function flag(t: number): Pose {
  const top = Array.from({ length: 8 }, (_, i) => at(500 + 40 * i, 260 + 4 * i * Math.sin(TURN * t - 0.7 * i)))
  const bottom = top.map(({ x, y }) => at(x, y + 130)).reverse()
  return {
    parts: [part('beak', [...smooth(top, 4), ...smooth(bottom, 4)]), { line: [at(500, 240), at(500, 620)] }],
    marks: { Corner: top.at(-1)! },
  }
}

function turnsRound(t: number): Pose {
  const front = Math.cos(Math.PI * ease(t))
  const [wide, middle] = [0.45 + 0.55 * Math.abs(front), at(640, 400)]
  const head = add(middle, at(12 * front, -170))
  const foot = (side: number) =>
    limb([add(middle, at(30 * side * wide, 110)), add(middle, at(30 * side * wide, 230))], 18, 14)
  const arm = [at(70 * front, -60), at(95 * front, 10), at(88 * front, 70)].map((each) => add(middle, each))
  return {
    parts: [
      part('coat', oval(middle, 80 * wide, 120)),
      part('skin', oval(head, 46, 54)),
      ...(front > -0.4
        ? [part('white', oval(add(middle, at(30 * front + 8, -176)), 9 * Math.max(0.3, Math.min(1, front + 0.4)), 11))]
        : []),
      ...[-1, 1].map((side) => part('trousers', foot(side))),
      part('beak', limb(arm, 14, 10)),
    ],
    marks: { Head: head },
  }
}

function snake(t: number): Pose {
  const spine = Array.from({ length: 9 }, (_, i) => at(400 + 58 * i, 380 + 46 * Math.sin(TURN * t - 0.8 * i)))
  return {
    parts: [part('hair', limb(spine, 10, 24)), part('hair', oval(spine.at(-1)!, 34, 26))],
    marks: { Nose: spine.at(-1)! },
  }
}

/** Between two poses by turns: every drawing goes back a little before it goes on. */
function stagger(t: number): Pose {
  const pose = held(t + (Math.round(15 * t) % 2 === 1 ? 0.12 : -0.12))
  return person(at(640, 400), { arms: [1.4 - 1.6 * pose, 1.9], lean: 0.1 * pose })
}

/** Drawn out where it is quickest, and larger there on purpose. */
function smear(t: number): Pose {
  const quick = Math.max(0, 1 - Math.abs(t - 0.5) / 0.1)
  const middle = at(through(t, [[0, 300], [0.35, 290], [0.65, 960], [1, 940]]), 380) // prettier-ignore
  return {
    parts: [part('coat', oval(middle, 80 * (1 + 1.2 * quick), 80 / (1 + 0.6 * quick)))],
    marks: { Middle: middle },
  }
}

function sitsDown(t: number): Pose {
  const down = through(t, [[0, 0], [0.15, -0.06], [0.7, 1.04], [1, 1]]) // prettier-ignore
  return person(at(mix(560, 620, down), mix(400, 480, down)), {
    ...{ lean: 0.5 * Math.sin(Math.PI * held(down)), arms: [mix(1.4, 1, down), mix(1.8, 1.3, down)] },
    legs: [mix(0.2, 0.9, held(down)), mix(-0.2, 0.75, held(down))],
  })
}

export const MORE_KINDS: readonly HandKind[] = [
  { id: 'comes into the frame and leaves it', drawings: 24, pose: entersAndLeaves },
  { id: 'coin', drawings: 16, pose: coin },
  { id: 'comes nearer', drawings: 16, pose: comesNearer },
  { id: 'splash', drawings: 14, pose: splash },
  { id: 'juggling', drawings: 18, loop: true, pose: juggling },
  { id: 'wheel', drawings: 12, loop: true, pose: wheel },
  { id: 'pops from pose to pose', drawings: 18, keys: [0, 8 / 17, 1], lead: 'Hand', pose: pops },
  { id: 'spring', drawings: 18, pose: spring },
  { id: 'boil', drawings: 9, loop: true, pose: () => person(at(640, 400), {}) },
  { id: 'becomes another', drawings: 14, pose: becomesAnother },
  { id: 'two cross', drawings: 20, pose: twoCross },
  { id: 'nods and blinks', drawings: 18, pose: nodsAndBlinks },
  { id: 'flag', drawings: 16, loop: true, pose: flag },
  { id: 'turns round', drawings: 16, pose: turnsRound },
  { id: 'stagger', drawings: 16, pose: stagger },
  { id: 'smear', drawings: 14, pose: smear },
  { id: 'sits down', drawings: 18, keys: [0, 0.5, 1], lead: 'Head', pose: sitsDown },
  { id: 'snake', drawings: 16, loop: true, pose: snake },
]
