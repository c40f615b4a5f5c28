import { add, at, ease, held, leg, limb, line, mix, oval, part, polar, type Pose, smooth, TURN, turned } from './body'
import type { HandKind } from './kinds'

/** Motions as they are planned with keys and charts, put down after all others and without a look at the checks. */

/** From 0 to 1 between two shares of the whole, slow at both ends. */
const from = (t: number, a: number, b: number) => ease(held((t - a) / (b - a)))

/** Someone who bows and comes up again. */
function bows(t: number): Pose {
  const bent = 1.15 * (t < 0.5 ? ease(t / 0.5) : 1 - ease((t - 0.5) / 0.5))
  const hip = at(600 - 30 * bent, 420)
  const chest = add(hip, polar(-Math.PI / 2 + bent, 130))
  const head = add(chest, polar(-Math.PI / 2 + 1.2 * bent, 64))
  return {
    parts: [
      part('dim', limb(leg(hip, at(590, 600), 94), 18, 12)),
      part('trousers', limb(leg(hip, at(630, 602), 94), 19, 12)),
      part('coat', limb([hip, chest], 33, 38)),
      part('skin', oval(head, 33, 40, bent)),
      part('coat', limb([chest, add(chest, at(6, 56)), add(chest, at(20 + 10 * bent, 108))], 14, 9)),
    ],
    marks: { Head: head, Hip: hip },
  }
}

/** A drawer that slides out with a lamp on it. */
function drawer(t: number): Pose {
  const out = 260 * ease(t)
  const lamp = at(420 + out, 330)
  return {
    parts: [
      part('dim', [at(280, 250), at(560, 250), at(560, 620), at(280, 620)], 'chest'),
      part('coat', [at(330 + out, 400), at(580 + out, 400), at(580 + out, 480), at(330 + out, 480)], 'drawer'),
      part(
        'beak',
        smooth(
          [add(lamp, at(-36, 40)), add(lamp, at(-24, -36)), add(lamp, at(24, -36)), add(lamp, at(36, 40))],
          5,
          true,
        ),
        'lamp',
      ),
      part('white', oval(at(560 + out, 440), 11, 11), 'knob'),
    ],
    marks: { Knob: at(560 + out, 440) },
  }
}

/** A dive with one somersault. */
function dives(t: number): Pose {
  const hip = at(mix(360, 900, t), 470 - 4 * 290 * t * (1 - t) + 70 * t)
  const by = TURN * from(t, 0.1, 0.9) + 0.4
  const tuck = Math.sin(Math.PI * t)
  const chest = add(hip, polar(by - Math.PI / 2, 96))
  const knee = add(hip, polar(by + mix(Math.PI / 2, 0.1, tuck), 76))
  const foot = add(knee, polar(by + mix(Math.PI / 2, 2.4, tuck), 80))
  return {
    parts: [
      part('trousers', limb([hip, knee, foot], 19, 11)),
      part('coat', limb([hip, chest], 30, 35)),
      part('skin', oval(add(chest, polar(by - Math.PI / 2 + 0.35 * tuck, 54)), 30, 34)),
      part(
        'coat',
        limb(
          [chest, add(chest, polar(by + mix(-1.4, 0.7, tuck), 60)), add(chest, polar(by + mix(-1.5, 0.9, tuck), 112))],
          13,
          9,
        ),
      ),
    ],
    marks: { Hip: hip, Chest: chest },
  }
}

/** A lid that is opened and falls a little back. */
function lid(t: number): Pose {
  const open = t < 0.7 ? 1.9 * ease(t / 0.7) : 1.9 - 0.16 * Math.sin(Math.PI * ((t - 0.7) / 0.3))
  const hinge = at(430, 380)
  const ring = [at(430, 380), at(850, 380), at(850, 346), at(430, 346)].map((corner) => turned(corner, hinge, -open))
  return {
    parts: [
      part('coat', [at(430, 384), at(850, 384), at(840, 610), at(440, 610)], 'box'),
      part('dim', ring, 'lid'),
      line([at(640, 440), at(640, 500)], 'lock'),
    ],
    marks: { Edge: ring[1]! },
  }
}

/** A hammer that is raised, strikes and springs back. */
function hammer(t: number): Pose {
  const by =
    t < 0.45
      ? mix(-0.5, -1.9, ease(t / 0.45))
      : t < 0.65
        ? mix(-1.9, 0.35, ((t - 0.45) / 0.2) ** 2)
        : mix(0.35, -0.1, from(t, 0.65, 1))
  const fist = at(480 + 20 * by, 430)
  const top = add(fist, polar(by, 230))
  const across = polar(by + Math.PI / 2, 1)
  const block = [-1, 1].flatMap((side) =>
    [-34, 34].map((along) =>
      add(top, add(polar(by, along * side * -1), at(across.x * 62 * side, across.y * 62 * side))),
    ),
  )
  return {
    parts: [
      part('coat', limb([at(330, 560), at(390, 470), fist], 26, 18)),
      part('sand', limb([add(fist, polar(by, -40)), top], 9, 9)),
      part('trousers', block),
      part('skin', oval(fist, 30, 26, by)),
      part('dim', [at(690, 520), at(930, 520), at(930, 600), at(690, 600)]),
    ],
    marks: { Hammer: top, Fist: fist },
  }
}

/** A nose that is pulled long and snaps back. */
function nose(t: number): Pose {
  const out = t < 0.6 ? ease(t / 0.6) : Math.exp(-7 * ((t - 0.6) / 0.4)) * Math.cos(16 * ((t - 0.6) / 0.4))
  const tip = at(640 + 60 + 230 * Math.max(-0.1, out), 380 + 20 * out)
  return {
    parts: [
      part('skin', oval(at(560, 380), 150, 180), 'face'),
      part('white', oval(at(520, 320), 24, 30), 'eye'),
      part('hair', oval(at(526, 322), 9, 10), 'pupil'),
      part(
        'beak',
        limb([at(610, 385), at(mix(610, tip.x, 0.5), 384 + 8 * out), tip], 34 - 8 * out, 24 - 4 * out),
        'nose',
      ),
    ],
    marks: { Tip: tip },
  }
}

/** A worm that draws itself together and stretches on. */
function crawls(t: number): Pose {
  const beat = t * 2
  const n = Math.floor(Math.min(1.999, beat))
  const u = beat - n
  const head = 520 + 150 * (n + from(u, 0.5, 1))
  const tail = 300 + 150 * (n + from(u, 0, 0.5))
  const hump =
    90 *
    Math.sin(Math.PI * held((300 - (head - tail)) / 150 + 0.2)) *
    (head - tail < 215 ? 1 : Math.max(0, (235 - (head - tail)) / 20))
  const body = [
    at(tail, 560),
    at(mix(tail, head, 0.33), 556 - hump),
    at(mix(tail, head, 0.66), 556 - hump),
    at(head, 552),
  ]
  return {
    parts: [part('hair', limb(body, 22, 30)), part('white', oval(at(head + 8, 540), 8, 9))],
    marks: { Head: at(head, 552), Tail: at(tail, 560) },
  }
}

/** A bubble that rises, wobbles and grows. */
function bubble(t: number): Pose {
  const r = mix(46, 88, t)
  const wobble = 0.1 * Math.sin(TURN * 2 * t)
  const middle = at(620 + 50 * Math.sin(TURN * t), mix(610, 170, ease(t) * 0.6 + t * 0.4))
  return {
    parts: [
      part('white', oval(middle, r * (1 + wobble), r / (1 + wobble))),
      line(oval(add(middle, at(-0.35 * r, -0.35 * r)), 0.3 * r, 0.2 * r, -0.8).slice(4, 18)),
    ],
    marks: { Middle: middle },
  }
}

/** A runner who skids to a halt, leaning back, and stands up. */
function skids(t: number): Pose {
  const x = mix(300, 880, 1 - (1 - held(t / 0.75)) ** 2)
  const lean = 0.5 * from(t, 0, 0.25) * (1 - from(t, 0.65, 1))
  const hip = at(x - 40 * lean, 430 + 26 * lean)
  const chest = add(hip, polar(-Math.PI / 2 - lean, 126))
  const foot = (ahead: number) => at(x + ahead * (1 - 0.6 * from(t, 0.65, 1)), 600)
  return {
    parts: [
      part('dim', limb(leg(hip, foot(70), 92), 18, 12)),
      part('trousers', limb(leg(hip, foot(100), 96), 19, 12)),
      part('coat', limb([hip, chest], 32, 37)),
      part('skin', oval(add(chest, polar(-Math.PI / 2 - 0.4 * lean, 64)), 33, 39)),
      part('coat', limb(leg(chest, add(chest, at(60 + 40 * lean, 60 - 70 * lean)), 62, 1), 13, 9)),
    ],
    marks: { Hip: hip, Chest: chest },
  }
}

/** A boat that rocks on the swell, its pennant late. */
function rocks(t: number): Pose {
  const by = 0.16 * Math.sin(TURN * t)
  const keel = at(640, 470 + 16 * Math.cos(TURN * t))
  const on = (x: number, y: number) => turned(at(keel.x + x, keel.y + y), keel, by)
  const mast = on(0, -260)
  return {
    parts: [
      part('coat', smooth([on(-170, -30), on(170, -30), on(120, 40), on(-120, 40)], 6, true), 'hull'),
      part('white', [on(14, -240), on(130, -60), on(14, -60)], 'sail'),
      line([on(0, -30), mast], 'mast'),
      part('beak', [mast, add(mast, at(-60, 10 + 50 * Math.sin(TURN * t - 1))), add(mast, at(-4, 24))], 'pennant'),
    ],
    marks: { Mast: mast },
  }
}

/** A jack that springs out of its box and settles. */
function springs(t: number): Pose {
  const up =
    t < 0.25
      ? 0.25 * -Math.sin((Math.PI * t) / 0.25) * 0.2
      : 1 - Math.exp(-5 * ((t - 0.25) / 0.75)) * Math.cos(14 * ((t - 0.25) / 0.75))
  const head = at(640 + 24 * Math.sin(9 * t), 500 - 250 * up)
  const coils = Array.from({ length: 9 }, (_, i) =>
    at(mix(640, head.x, i / 8) + (i % 2 ? 26 : -26), mix(520, head.y + 40, i / 8)),
  )
  return {
    parts: [
      line(smooth(coils, 4), 'coil'),
      part('skin', oval(head, 54, 50), 'head'),
      part('beak', [add(head, at(-40, -34)), add(head, at(0, -100)), add(head, at(40, -34))], 'cap'),
      part('coat', [at(540, 500), at(740, 500), at(740, 640), at(540, 640)], 'box'),
    ],
    marks: { Head: head },
  }
}

/** Someone who sits up in bed: head, chest and cover. */
function sitsUp(t: number): Pose {
  const up = 1.25 * from(t, 0.1, 0.9)
  const hip = at(560, 520)
  const chest = add(hip, polar(Math.PI + up, 140))
  const head = add(chest, polar(Math.PI + up * 1.1 - 0.1, 66))
  return {
    parts: [
      part('sand', [at(300, 560), at(960, 560), at(960, 640), at(300, 640)], 'bed'),
      part('coat', limb([hip, chest], 36, 38), 'chest'),
      part('skin', oval(head, 34, 39, up - 1.2), 'head'),
      part(
        'trousers',
        smooth([at(530, 556), add(hip, at(10, -46)), at(760, 500), at(930, 520), at(930, 560)], 6, true),
        'cover',
      ),
      part(
        'coat',
        limb(
          [
            chest,
            at(mix(chest.x, hip.x, 0.5) + 30, mix(chest.y, hip.y, 0.5) + 10),
            add(hip, at(60 * (up / 1.25), -30)),
          ],
          13,
          9,
        ),
        'arm',
      ),
    ],
    marks: { Head: head, Hip: hip },
  }
}

export const CHARTED_KINDS: readonly HandKind[] = [
  { id: 'bows', drawings: 20, keys: [0, 0.5, 1], lead: 'Head', pose: bows },
  { id: 'drawer slides', drawings: 14, keys: [0, 1], lead: 'Knob', pose: drawer },
  { id: 'dives', drawings: 18, keys: [0, 0.5, 1], lead: 'Hip', pose: dives },
  { id: 'lid opens', drawings: 18, keys: [0, 0.7, 1], lead: 'Edge', pose: lid },
  { id: 'hammer strikes', drawings: 20, keys: [0, 0.45, 0.65, 1], lead: 'Hammer', pose: hammer },
  { id: 'nose is pulled', drawings: 22, keys: [0, 0.6, 1], lead: 'Tip', pose: nose },
  { id: 'worm crawls', drawings: 20, keys: [0, 0.5, 1], lead: 'Head', pose: crawls },
  { id: 'bubble rises', drawings: 18, keys: [0, 1], lead: 'Middle', pose: bubble },
  { id: 'skids to a halt', drawings: 18, keys: [0, 0.25, 0.75, 1], lead: 'Hip', pose: skids },
  { id: 'boat rocks', drawings: 16, loop: true, keys: [0, 0.25, 0.5, 0.75], lead: 'Mast', pose: rocks },
  { id: 'jack springs out', drawings: 22, pose: springs },
  { id: 'sits up', drawings: 18, keys: [0, 1], lead: 'Head', pose: sitsUp },
]
