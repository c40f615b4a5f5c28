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
  turned,
} from './body'
import type { HandKind } from './kinds'

/** Motions of an animator's first year, put down later than those of `more-kinds.ts` and without a look at the checks. */

/** A sack of flour that crouches, jumps and lands, its corners trailing. */
function sack(t: number): Pose {
  const air = held((t - 0.3) / 0.4)
  const crouch = t < 0.3 ? Math.sin((Math.PI * t) / 0.3) : t > 0.7 ? 0.9 * Math.sin((Math.PI * (t - 0.7)) / 0.3) : 0
  const tall = 1 - 0.3 * crouch + 0.18 * Math.sin(Math.PI * air)
  const foot = at(mix(420, 860, air), 560 - 4 * 210 * air * (1 - air))
  const [wide, high, lean] = [
    70 / tall,
    180 * tall,
    0.35 * Math.cos(Math.PI * air) * Math.sin(Math.PI * held(air * 1.02)),
  ]
  const corner = (across: number, up: number) => turned(at(foot.x + across * wide, foot.y - up * high), foot, lean)
  const trail = 12 * Math.sin(TURN * t)
  const ring = [
    corner(-1.1, 0),
    corner(-0.8, 0.5),
    add(corner(-1.1, 1), at(-trail, trail)),
    corner(0, 0.92),
    add(corner(1.1, 1), at(-trail, trail)),
    corner(0.8, 0.5),
    corner(1.1, 0),
    corner(0, 0.05),
  ]
  return {
    parts: [part('sand', smooth(ring, 6, true)), line([corner(-0.5, 0.6), corner(0.5, 0.6)])],
    marks: { Foot: foot },
  }
}

/** A ball with a stripe that rolls down a slope and on. */
function rolls(t: number): Pose {
  const far = t < 0.6 ? 700 * (t / 0.6) ** 2 * 0.6 : 420 + 1400 * (t - 0.6) * 0.6
  const middle = far < 420 ? at(240 + far * 0.92, 260 + far * 0.4) : at(240 + 420 * 0.92 + (far - 420), 428)
  const stripe = [-1, 1].map((side) => add(middle, polar(far / 56 + (side * Math.PI) / 2, 52)))
  return { parts: [part('coat', oval(middle, 56, 56)), line(smooth(stripe, 8))], marks: { Middle: middle } }
}

/** A door that swings open, seen from the front. */
function door(t: number): Pose {
  const open = ease(held((t - 0.1) / 0.8)) * 1.35
  const [near, skew] = [Math.cos(open), 46 * Math.sin(open)]
  const edge = 480 + 300 * near
  const knob = at(480 + 262 * near, 400 + 0.3 * skew)
  return {
    parts: [
      line([at(476, 150), at(476, 640)], 'frame'),
      part('coat', [at(480, 160), at(edge, 160 - skew), at(edge, 630 + skew), at(480, 630)]),
      part('white', oval(knob, Math.max(4, 12 * near), 12)),
    ],
    marks: { Knob: knob },
  }
}

/** A crate that tips over its edge, falls and rocks. */
function tips(t: number): Pose {
  const edge = at(640, 560)
  const by =
    t < 0.55
      ? (Math.PI / 2) * held(t / 0.55) ** 3
      : Math.PI / 2 - 0.16 * Math.abs(Math.sin((3 * Math.PI * (t - 0.55)) / 0.45)) * (1 - t) * 2
  const ring = [at(460, 380), at(640, 380), at(640, 560), at(460, 560)].map((corner) => turned(corner, edge, by))
  return { parts: [part('coat', ring), line([ring[0]!, ring[2]!])], marks: { Corner: ring[1]! } }
}

/** A hand of a clock that ticks: it stands, goes on and shakes. */
function ticks(t: number): Pose {
  const beat = t * 5
  const step = Math.floor(beat)
  const within = beat - step
  const by =
    step +
    (within < 0.6
      ? 0
      : 1 + 0.25 * Math.exp(-9 * (within - 0.6)) * Math.sin(30 * (within - 0.6)) - Math.exp(-18 * (within - 0.6)))
  const tip = add(at(640, 380), polar(-Math.PI / 2 + by * 0.5, 170))
  return {
    parts: [
      part('white', oval(at(640, 380), 210, 210)),
      part('hair', limb([at(640, 380), tip], 12, 5)),
      part('coat', oval(at(640, 380), 18, 18)),
    ],
    marks: { Tip: tip },
  }
}

/** Eyes in a face that look left, right and up, in darts. */
function darts(t: number): Pose {
  const looks = [at(0, 0), at(-16, 2), at(-16, 2), at(16, 0), at(16, 0), at(4, -12)]
  const at6 = t * 5
  const [from, to] = [looks[Math.floor(at6)]!, looks[Math.min(5, Math.floor(at6) + 1)]!]
  const u = held((at6 - Math.floor(at6) - 0.7) / 0.3)
  const look = at(mix(from.x, to.x, u), mix(from.y, to.y, u))
  const eye = (x: number): Part[] => [
    part('white', oval(at(x, 330), 38, 30)),
    part('hair', oval(add(at(x, 332), look), 13, 15)),
  ]
  return {
    parts: [
      part('skin', oval(at(640, 360), 170, 200)),
      ...eye(575),
      ...eye(705),
      line(smooth([at(590, 470), at(640, 484), at(690, 468)], 6)),
    ],
    marks: { Left: add(at(575, 332), look) },
  }
}

/** A rabbit-like thing that hops on, its ears trailing. */
function hops(t: number): Pose {
  const beat = t * 3
  const u = beat - Math.floor(beat)
  const air = held((u - 0.25) / 0.6)
  const low = u < 0.25 ? Math.sin((Math.PI * u) / 0.25) : 0
  const body = at(220 + 270 * (Math.floor(beat) + air), 500 + 26 * low - 4 * 110 * air * (1 - air))
  const lean = -0.5 * Math.cos(Math.PI * air) * (air > 0 && air < 1 ? 1 : 0)
  const skull = add(body, turned(at(74, -54), at(0, 0), lean))
  const ear = (side: number) => [
    add(skull, at(-6 + 10 * side, -24)),
    add(skull, at(-22 + 12 * side - 20 * Math.sin(Math.PI * air), -70)),
    add(skull, at(-52 + 16 * side - 30 * Math.cos(Math.PI * air), -104)),
  ]
  return {
    parts: [
      part('dim', limb(ear(-0.6), 9, 6)),
      part('coat', oval(body, 84 + 10 * low, 60 - 10 * low, lean)),
      part('coat', limb([add(body, at(-50, 30)), add(body, at(-70 + 60 * air, 62 - 6 * low))], 20, 12)),
      part('coat', oval(skull, 40, 36)),
      part('coat', limb(ear(0.6), 9, 6)),
      part('hair', oval(add(skull, at(16, -8)), 5, 6)),
    ],
    marks: { Head: skull, Body: body },
  }
}

/** A butterfly that flaps its way in loops. */
function butterfly(t: number): Pose {
  const body = at(
    mix(260, 1000, t) + 70 * Math.sin(2.3 * TURN * t),
    380 - 110 * Math.sin(1.4 * TURN * t) + 14 * Math.sin(5 * TURN * t),
  )
  const wide = 0.25 + 0.75 * Math.abs(Math.cos(5 * TURN * t + 0.6))
  const wing = (side: number, up: number) =>
    oval(add(body, at(side * 46 * wide, up)), Math.max(8, 48 * wide), 40, side * 0.35)
  return {
    parts: [
      part('coat', wing(-1, -18)),
      part('coat', wing(1, -18)),
      part('beak', wing(-1, 26)),
      part('beak', wing(1, 26)),
      part('hair', limb([add(body, at(0, -40)), add(body, at(0, 44))], 7, 5)),
    ],
    marks: { Body: body },
  }
}

/** A rope with a weight that swings and comes to rest. */
function swingsOut(t: number): Pose {
  const by = 0.9 * Math.exp(-1.6 * t) * Math.cos(2.5 * TURN * t)
  const [top, drag] = [at(640, 120), 0.35 * Math.exp(-1.6 * t) * Math.sin(2.5 * TURN * t)]
  const middle = add(top, polar(Math.PI / 2 + by + drag * 0.4, 190))
  const bob = add(middle, polar(Math.PI / 2 + by + drag, 180))
  return { parts: [line(smooth([top, middle, bob], 10)), part('dim', oval(bob, 46, 46))], marks: { Bob: bob } }
}

/** A flat hand that rises, points and goes back. */
function points(t: number): Pose {
  const up = ease(held(t / 0.35)) - ease(held((t - 0.7) / 0.3))
  const wrist = at(mix(520, 640, up), mix(600, 380, up))
  const by = mix(0.9, -0.15, up)
  const finger = (turn: number, long: number, thick: number) =>
    limb([add(wrist, polar(by + turn, 40)), add(wrist, polar(by + turn * 0.8, 40 + long))], thick, thick * 0.8)
  return {
    parts: [
      part('coat', limb([at(420, 700), wrist], 44, 34)),
      part('skin', finger(0.42, 38 * (1 - 0.6 * up), 12)),
      part('skin', finger(0.2, 60 * (1 - 0.6 * up), 12)),
      part('skin', oval(add(wrist, polar(by, 30)), 44, 38, by)),
      part('skin', finger(-0.12, 92, 12)),
      part('skin', finger(-0.9, 44, 13)),
    ],
    marks: { Tip: add(wrist, polar(by - 0.1, 132)) },
  }
}

/** A face that takes: it shuts up like a fist, springs open and settles. */
function take(t: number): Pose {
  const squash =
    t < 0.35
      ? ease(held(t / 0.25))
      : t < 0.55
        ? mix(1, -0.9, ease((t - 0.35) / 0.2))
        : -0.9 * Math.exp(-5 * (t - 0.55)) * Math.cos(14 * (t - 0.55))
  const [wide, high] = [1 + 0.22 * squash, 1 / (1 + 0.22 * squash)]
  const head = at(640, 400 + 60 * squash)
  const place = (x: number, y: number) => add(head, at(x * wide, y * high))
  const open = Math.max(0.12, 1 - 0.8 * Math.max(0, squash))
  const eye = (x: number): Part[] => [
    part('white', oval(place(x, -40), 30, 34 * open * high)),
    part('hair', oval(place(x, -40), 9, Math.min(11, 26 * open))),
  ]
  return {
    parts: [
      part('skin', oval(head, 130 * wide, 160 * high)),
      ...eye(-52),
      ...eye(52),
      part('dim', oval(place(0, 70), 34, Math.max(6, 40 * -Math.min(0, squash) + 8))),
    ],
    marks: { Nose: place(0, 10) },
  }
}

/** Water that laps: waves going by one behind the other. */
function waves(t: number): Pose {
  const crest = (x: number) =>
    480 + 26 * Math.sin((TURN * x) / 430 - TURN * t) + 8 * Math.sin((2 * TURN * x) / 430 - 2 * TURN * t + 1)
  const top = Array.from({ length: 44 }, (_, i) => at(i * 30 - 5, crest(i * 30)))
  return { parts: [part('hair', [...top, at(1290, 730), at(-5, 730)])], marks: {} }
}

/** A figure that picks a box up from the ground. */
function lifts(t: number): Pose {
  const [down, up] = [ease(held(t / 0.4)) - ease(held((t - 0.5) / 0.4)), ease(held((t - 0.5) / 0.4))]
  const hip = at(600, 400 + 70 * down)
  const chest = add(hip, polar(-Math.PI / 2 + 1.0 * down - 0.12 * up, 130))
  const head = add(chest, polar(-Math.PI / 2 + 0.9 * down - 0.1 * up, 62))
  const box = at(mix(740, 710, up), mix(560, 350, up))
  const hand = t < 0.42 ? add(chest, polar(mix(Math.PI / 2, 0.9, held(t / 0.42)), 112)) : add(box, at(-44, 0))
  return {
    parts: [
      part('dim', limb(leg(hip, at(640, 562), 92), 18, 12)),
      part('coat', limb([hip, chest], 34, 36)),
      part('skin', oval(head, 34, 40)),
      part('trousers', limb(leg(hip, at(570, 562), 92), 19, 12)),
      part('beak', [add(box, at(-46, -40)), add(box, at(46, -40)), add(box, at(46, 40)), add(box, at(-46, 40))]),
      part('coat', limb(leg(chest, hand, 62, -1), 13, 9)),
    ],
    marks: { Head: head, Hip: hip },
  }
}

export const LATER_KINDS: readonly HandKind[] = [
  { id: 'sack jumps', drawings: 22, pose: sack },
  { id: 'rolls down a slope', drawings: 20, pose: rolls },
  { id: 'door opens', drawings: 14, pose: door },
  { id: 'crate tips over', drawings: 20, pose: tips },
  { id: 'clock ticks', drawings: 25, pose: ticks },
  { id: 'eyes dart', drawings: 20, pose: darts },
  { id: 'hops along', drawings: 24, pose: hops },
  { id: 'butterfly', drawings: 28, pose: butterfly },
  { id: 'weight swings out', drawings: 24, pose: swingsOut },
  { id: 'hand points', drawings: 18, pose: points },
  { id: 'face takes', drawings: 20, pose: take },
  { id: 'water laps', drawings: 12, loop: true, pose: waves },
  { id: 'lifts a box', drawings: 22, pose: lifts },
]
