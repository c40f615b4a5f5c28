// Plants faults by strength in drawn scenes, lets Second look find them, and writes the table of docs/second-look-measured.md.
import './lib/node-version.mjs'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bundled } from './lib/bundled.mjs'
import { root } from './lib/paths.mjs'
import { say } from './lib/say.mjs'

/** Seeds no limit was tuned on. */
const FIRST = 5001
const SEEDS = Number(process.argv[2] ?? 20)
if (!Number.isInteger(SEEDS) || SEEDS < 1) {
  say('Say how many scenes of each fault to plant as a whole number, or nothing for 20.')
  process.exit(1)
}
const STRENGTHS = [0.5, 1.25, 1.5, 2, 3]
/** Of faults planted in drawings made by hand. */
const STRONG = [1.5, 2]

/** Scenes of each kind drawn by hand, on seeds nothing was tuned on. */
const HAND = { first: 31_000, seeds: 8 }
/** Scenes of each kind thought of later, and of each kind in each manner of drawing. */
const MORE = { first: 91_000, seeds: 6, inManner: 2, overGround: 2 }
/** Charted scenes of each kind that has keys. */
const CHARTED = { first: 71_000, seeds: 24 }
/** Figures put together by chance. */
const PUPPETS = { first: 5000, count: 120 }

/** What is found in clean scenes, by kind and by check, and which faults planted in them are. */
async function measured(scenes, tools) {
  const of = { kinds: new Map(), checks: new Map(), drawings: 0, all: 0 }
  const planted = new Map(['volume', 'off-arc', 'uneven-spacing'].map((check) => [check, new Map()]))
  for (const { made, seed } of scenes) {
    const { findings } = await tools.inspectScene(made.scene, made.inkOf)
    for (const { check } of findings) of.checks.set(check, (of.checks.get(check) ?? 0) + 1)
    const { id, drawings } = made.kind
    const kind = of.kinds.get(id) ?? { alarms: 0, drawings: 0 }
    of.kinds.set(id, { alarms: kind.alarms + findings.length, drawings: kind.drawings + drawings })
    of.drawings += drawings
    of.all += findings.length
    await plantAll(made, seed, { planted, ...tools })
  }
  return { ...of, planted }
}

const nameOf = (id) => CHECKS.find((check) => check.id === id).name
const shareOf = (found, tried) => `${Math.round((100 * found) / Math.max(1, tried))} %`
const perHundred = (count, of) => ((100 * count) / of).toFixed(1)
const byCheck = ({ checks, drawings }) =>
  [...checks]
    .sort((a, b) => b[1] - a[1])
    .map(([check, count]) => `${nameOf(check)} ${((100 * count) / drawings).toFixed(2)}`)
    .join(', ')
/** Counts of planted faults at both strengths: found by their check, by it or another, said to be out of reach, no larger than what the motion does, and all. */
const COUNTED = ['found', 'byAny', 'told', 'within', 'all']
const noCounts = () => STRONG.map(() => Object.fromEntries(COUNTED.map((what) => [what, 0])))
const summed = (lists) =>
  STRONG.map((_, n) =>
    Object.fromEntries(COUNTED.map((what) => [what, lists.reduce((sum, counts) => sum + counts[n][what], 0)])),
  )
const plantedTable = ({
  planted,
}) => `| fault | found by its check, 1.5 × | 2 × | of those it can judge, 1.5 × | 2 × | found by any, 1.5 × | 2 × | of those larger than the motion’s own, 1.5 × | 2 × |
| --- | --- | --- | --- | --- | --- | --- | --- | --- |
${[...planted]
  .map(([check, kinds]) => {
    const counts = summed([...kinds.values()])
    const ofAll = counts.map(({ found, all }) => shareOf(found, all))
    const ofJudged = counts.map(({ found, told, all }) => shareOf(found, all - told))
    const byAny = counts.map((each) => shareOf(each.byAny, each.all))
    const ofLarger = counts.map((each) => shareOf(each.byAny, each.all - each.within))
    return `| ${nameOf(check)} | ${[...ofAll, ...ofJudged, ...byAny, ...ofLarger].join(' | ')} |`
  })
  .join('\n')}`
const kindsTable = ({ planted }) => {
  const kinds = [...new Set([...planted.values()].flatMap((each) => [...each.keys()]))]
  const cell = (counts) =>
    counts ? `${counts[1].byAny} of ${counts[1].all}${counts[1].told > 0 ? `, ${counts[1].told} told` : ''}` : '–'
  return `| kind | ${[...planted.keys()].map(nameOf).join(' | ')} |
| --- |${' --- |'.repeat(planted.size)}
${kinds.map((kind) => `| ${kind} | ${[...planted.values()].map((each) => cell(each.get(kind))).join(' | ')} |`).join('\n')}`
}

/** The part on drawings made as hands make them. */
async function byHand(tools) {
  const seeds = Array.from({ length: HAND.seeds }, (_, i) => HAND.first + i)
  const scenes = HAND_KINDS.flatMap((kind) => seeds.map((seed) => ({ made: handScene(kind, seed), seed })))
  const hand = await measured(scenes, tools)
  say(`by hand: ${hand.all} in ${hand.drawings} drawings`)
  return `## On drawings made as hands make them

\`core/src/testing/hand\`: ${HAND_KINDS.length} kinds of motion, each drawing with a hand's slow tremble of 1 to 3 px, lines in one to five
strokes cut, turned and ordered otherwise every time, ends that overshoot or stop short, areas off by up to 3 %, steps by 10 %, hidden
lines left out and visible paint only; pinned or not, charted or not, on ones, twos and mixed exposures. ${hand.drawings.toLocaleString('en')} clean
drawings; false alarms in a hundred, by kind and by check:

| kind | false alarms |
| --- | --- |
${[...hand.kinds].map(([kind, { alarms, drawings }]) => `| ${kind} | ${perHundred(alarms, drawings)} |`).join('\n')}
| **all** | **${perHundred(hand.all, hand.drawings)}** |

${byCheck(hand)}.

Faults planted on one of those drawings, anywhere but at the ends, found at 1.5 and at 2 times the limit: of all of them, and of those on
drawings of which the check did not say that it cannot judge them; and by whichever check names the drawing where it named none
before. A drawing too far along its way is "off the arc" where all on it should stand, and misses its chart where there is one. The last
two leave out what was missed where the motion itself, drawn by no hand, lies by half as much or more beside where the two drawings on
each side foretell it, as at a contact or in a run of eight drawings: there nothing tells the fault from the motion.

${plantedTable(hand)}

Aims: at most 2 false alarms in a hundred, no kind above 5; 90 and 95 % found. By kind, found by any check at 2 times the limit, and of the others those told as not judged:

${kindsTable(hand)}
`
}

/** False alarms in clean scenes, and how many of the drawings grown by 1.5 and 2 times the limit of volume are found. */
async function inManner(scenes, { inspectScene, grown }) {
  const sum = { drawings: 0, all: 0, checks: new Map(), grown: 0, found: STRONG.map(() => 0) }
  for (const { made, seed } of scenes) {
    const { findings } = await inspectScene(made.scene, made.inkOf)
    sum.drawings += made.kind.drawings
    sum.all += findings.length
    for (const { check } of findings) sum.checks.set(check, (sum.checks.get(check) ?? 0) + 1)
    // What grows by itself is of no size, as smoke and writing.
    if (['smoke', 'writing'].includes(made.kind.id)) continue
    const drawing = `d${2 + ((seed * 7) % (made.kind.drawings - 4))}`
    sum.grown++
    for (const [n, times] of STRONG.entries()) {
      const fault = grown(made, drawing, 0.08 * times, { x: 640, y: 400 })
      const told = await inspectScene(fault.scene, fault.inkOf, { checks: ['volume'] })
      if (told.findings.some(({ drawings }) => drawings.includes(drawing))) sum.found[n]++
    }
  }
  return sum
}

/** The part on faults of drawing, planted on drawings made by hand. */
async function drawnWrong({ inspectScene }) {
  const seeds = Array.from({ length: MORE.seeds }, (_, i) => MORE.first + i)
  const scenes = [...HAND_KINDS, ...MORE_KINDS].flatMap((kind) =>
    seeds.map((seed) => ({ made: handScene(kind, seed), seed })),
  )
  const rows = []
  for (const { check, words, plant } of DRAWING_FAULTS) {
    const sums = { alarms: 0, drawings: 0, all: STRONG.map(() => 0), found: STRONG.map(() => 0) }
    for (const { made, seed } of scenes) {
      const drawing = `d${2 + ((seed * 7) % (made.kind.drawings - 4))}`
      const isTold = async ({ scene, inkOf }) => (await inspectScene(scene, inkOf, { checks: [check] })).findings
      const clean = await isTold(made)
      sums.alarms += clean.length
      sums.drawings += made.kind.drawings
      if (clean.some(({ drawings }) => drawings.includes(drawing))) continue
      for (const [n, times] of STRONG.entries()) {
        const fault = plant({ made, drawing, times, random: seededRandom(seed * 31 + made.kind.id.length) })
        if (!fault) continue
        sums.all[n]++
        if ((await isTold(fault)).some(({ drawings }) => drawings.includes(drawing))) sums.found[n]++
      }
    }
    const shares = STRONG.map((_, n) => shareOf(sums.found[n], sums.all[n]))
    rows.push(
      `| ${nameOf(check)}: ${words} | ${shares.join(' | ')} | ${((100 * sums.alarms) / sums.drawings).toFixed(2)} |`,
    )
    say(rows.at(-1))
  }
  return `## Faults of drawing, on drawings made by hands

\`core/src/testing/hand/drawing-faults.ts\`: all that is painted in one colour larger or smaller, a colour forgotten, a dot by itself, all lines heavier
than the level's, a gap in a line along some paint that no other line closes, a drawing pushed out of the frame; on all ${HAND_KINDS.length + MORE_KINDS.length} kinds, anywhere but at the ends. Parts that
go behind others, and small ones whose hand is uneven, are those that are missed. Lines made heavier than what the
hand had drawn, fine or heavy, are found in 86 and 99 of a hundred. With the whole of a colour alone, parts larger are found in 67 and 70, smaller in 62 and 64.

| fault | found, 1.5 × | 2 × | false alarms in 100 |
| --- | --- | --- | --- |
${rows.join('\n')}
`
}

/** The part on faults of how drawings stand to each other, planted in whole scenes drawn by hand. */
async function scenesWrong({ inspectScene }) {
  const kinds = [...HAND_KINDS, ...MORE_KINDS]
  const seeds = Array.from({ length: MORE.seeds }, (_, i) => MORE.first + i)
  const rows = []
  for (const { check, words, plant } of SCENE_FAULTS) {
    const sums = { alarms: 0, alarmed: 0, drawings: 0, scenes: 0, all: STRONG.map(() => 0), found: STRONG.map(() => 0) }
    const told = async ({ scene, inkOf, next }) =>
      (await inspectScene(scene, inkOf, { checks: [check], ...(next && { next }) })).findings
    for (const [kind, seed] of kinds.flatMap((kind) => seeds.map((seed) => [kind, seed]))) {
      const clean = plant(kind, seed, 0)
      if (!clean) continue
      const alarms = (await told(clean)).length
      sums.alarms += alarms
      sums.alarmed += Math.min(1, alarms)
      sums.drawings += Object.keys(clean.scene.drawings).length
      sums.scenes++
      for (const [n, times] of STRONG.entries()) {
        const fault = plant(kind, seed, times)
        if (!fault) continue
        sums.all[n]++
        const isOnIt = ({ drawings }) =>
          fault.planted.length === 0 || drawings.some((each) => fault.planted.includes(each))
        if ((await told(fault)).some(isOnIt)) sums.found[n]++
      }
    }
    const shares = STRONG.map((_, n) => shareOf(sums.found[n], sums.all[n]))
    const alarms = [((100 * sums.alarms) / sums.drawings).toFixed(2), perHundred(sums.alarmed, sums.scenes)]
    rows.push(`| ${nameOf(check)}: ${words} | ${shares.join(' | ')} | ${sums.all[0]} | ${alarms.join(' | ')} |`)
    say(rows.at(-1))
  }
  return `## Faults of whole scenes, on drawings made by hands

\`core/src/testing/hand/scene-faults.ts\`: what follows is on no one drawing but between them, between two levels or two scenes, on the same
${kinds.length} kinds as far as they can have it: loops, walks on a ground that stands or goes by, motions with keys, those that go evenly over the
cut. When they were first measured here a leap over the seam was found in 36 and 42 of a hundred, a move begun beside its way in 69
and 69 and with 28 alarms in a hundred clean cuts, a slower one in 41 and 48, two keys alike in 67 and 58.

| fault | found, 1.5 × | 2 × | of | false alarms in 100 drawings | clean scenes with one, in 100 |
| --- | --- | --- | --- | --- | --- |
${rows.join('\n')}
`
}

/** The part on inbetweens drawn too early or too late for their chart. */
async function againstCharts({ inspectScene }) {
  const charted = [...HAND_KINDS, ...MORE_KINDS, ...FURTHER_KINDS, ...CHARTED_KINDS].filter(({ keys }) => keys)
  const seeds = Array.from({ length: CHARTED.seeds }, (_, i) => CHARTED.first + i)
  const rows = []
  for (const [words, as] of [
    ['pinned', (made) => made],
    ['with no pin', unpinned],
  ])
    for (const check of ['spacing-chart', 'standing-still']) {
      const none = () => STRONG.map(() => 0)
      const sums = { alarms: 0, drawings: 0, all: none(), found: none(), told: none() }
      for (const kind of charted)
        for (const seed of seeds) {
          const hand = handScene(kind, seed)
          if (!hand.scene.levels.A.landmarks || Object.keys(hand.scene.charts).length === 0) continue
          const look = ({ scene, inkOf }) => inspectScene(scene, inkOf, { checks: [check] })
          const clean = (await look(as(hand))).findings
          sums.alarms += clean.length
          sums.drawings += kind.drawings
          for (const [n, times] of STRONG.entries()) {
            const fault = offChart(as(hand), seed, check, times)
            if (!fault || clean.some(({ drawings }) => drawings.includes(fault.drawing))) continue
            sums.all[n]++
            const { findings, unmeasured } = await look(fault.made)
            if (findings.some(({ drawings }) => drawings.includes(fault.drawing))) sums.found[n]++
            else if (unmeasured.some(({ which }) => which?.includes(fault.drawing))) sums.told[n]++
          }
        }
      const shares = [
        ...STRONG.map((_, n) => shareOf(sums.found[n], sums.all[n])),
        ...STRONG.map((_, n) => shareOf(sums.found[n], sums.all[n] - sums.told[n])),
      ]
      const alarms = ((100 * sums.alarms) / sums.drawings).toFixed(2)
      rows.push(`| ${nameOf(check)}, ${words} | ${shares.join(' | ')} | ${sums.all[0]} | ${alarms} |`)
      say(rows.at(-1))
    }
  return `## Against the chart, on drawings made by hands

One inbetween of a charted scene is drawn where the motion is too early or too late by so many times the limit, or all but where it
was on the drawing before (\`core/src/testing/hand/faults.ts\`); the ${charted.length} kinds that have keys, their steps 8 px or more. The same scenes, once with
their landmarks pinned and once without; of all, and of those on drawings of which the check did not say that it cannot judge them and a
landmark has to be pinned:

| fault | found, 1.5 × | 2 × | of those it can judge, 1.5 × | 2 × | of | false alarms in 100 |
| --- | --- | --- | --- | --- | --- | --- |
${rows.join('\n')}
`
}

/** The part on other ways to draw and on kinds thought of later. */
async function otherwise(tools) {
  const seeds = (count) => Array.from({ length: count }, (_, i) => MORE.first + i)
  const more = await measured(
    MORE_KINDS.flatMap((kind) => seeds(MORE.seeds).map((seed) => ({ made: handScene(kind, seed), seed }))),
    tools,
  )
  const later = await measured(
    LATER_KINDS.flatMap((kind) => seeds(MORE.seeds).map((seed) => ({ made: handScene(kind, seed), seed }))),
    tools,
  )
  const further = await measured(
    [...FURTHER_KINDS, ...CHARTED_KINDS].flatMap((kind) =>
      seeds(MORE.seeds).map((seed) => ({ made: handScene(kind, seed), seed })),
    ),
    tools,
  )
  const manners = []
  for (const { id, as } of MANNERS) {
    const scenes = HAND_KINDS.flatMap((kind) =>
      seeds(MORE.inManner).map((seed) => ({ made: as(handScene(kind, seed), seed), seed })),
    )
    manners.push({ id, ...(await inManner(scenes, tools)) })
    say(`${id}: ${manners.at(-1).all} in ${manners.at(-1).drawings} drawings`)
  }
  return `## Drawn otherwise

\`core/src/testing/hand/manners.ts\`: the same ${HAND_KINDS.length} kinds rough, hatched, small or without paint, on other seeds. What the first measure of it
showed mended volume, line weight and what lies outside the frame: hatching gave 4.5 false alarms in a hundred, and of drawings
sketched without paint two in five grown by twice the limit were found. False alarms in a hundred clean drawings, and how many of the drawings
grown by 1.5 and by 2 times the limit are found:

| drawn | false alarms | most of them | found, 1.5 × | 2 × |
| --- | --- | --- | --- | --- |
${manners
  .map(
    (each) =>
      `| ${each.id} | ${perHundred(each.all, each.drawings)} | ${byCheck(each).split(', ').slice(0, 2).join(', ') || '–'} | ${each.found.map((found) => shareOf(found, each.grown)).join(' | ')} |`,
  )
  .join('\n')}

\`core/src/testing/hand/more-kinds.ts\`: ${MORE_KINDS.length} kinds thought of once the checks stood, ${more.drawings.toLocaleString('en')} clean drawings: ${perHundred(more.all, more.drawings)} false
alarms in a hundred (${byCheck(more)}); over 2 in a hundred of ${often(more)}. Planted and found:

${plantedTable(more)}

\`core/src/testing/hand/later-kinds.ts\`: ${LATER_KINDS.length} motions of an animator's first year, put down later still and without a look at the checks. They
first raised 2.8 false alarms in a hundred; what they showed mended the checks where other kinds had it too. ${later.drawings.toLocaleString('en')} clean
drawings: ${perHundred(later.all, later.drawings)} (${byCheck(later)}); over 2 in a hundred of ${often(later)}. Planted and found:

${plantedTable(later)}

\`core/src/testing/hand/further-kinds.ts\` and \`charted-kinds.ts\`: ${FURTHER_KINDS.length + CHARTED_KINDS.length} motions put down after those, ${CHARTED_KINDS.length} of them as they are planned with keys and
charts, again without a look at the checks. They first raised 3.5 false alarms in a hundred, most of them against a chart: of a figure that turns a
cartwheel, charted by its hip, the middle of its shape was held against it, of a worm charted by its head the tail, and an empty glass
"lacked" paint. ${further.drawings.toLocaleString('en')} clean drawings: ${perHundred(further.all, further.drawings)} (${byCheck(further)}); over 2 in a
hundred of ${often(further)}. Planted and found:

${plantedTable(further)}
`
}

/** Kinds of which more than two in a hundred drawings raise a false alarm. */
const often = ({ kinds }) =>
  [...kinds]
    .filter(([, { alarms, drawings }]) => alarms > 0.02 * drawings)
    .map(([kind, { alarms, drawings }]) => `${kind} (${perHundred(alarms, drawings)})`)
    .join(', ') || 'none'

/** The part on figures put together by chance. */
async function byChance(tools) {
  const scenes = Array.from({ length: PUPPETS.count }, (_, i) => PUPPETS.first + i).map((seed) => ({
    made: handScene(puppetKind(seed), seed),
    seed,
  }))
  const puppets = await measured(scenes, tools)
  say(`by chance: ${puppets.all} in ${puppets.drawings} drawings`)
  return `## On figures put together by chance

\`core/src/testing/hand/puppets.ts\`: ${PUPPETS.count} figures of a body, a head and one to four limbs, drawn by the same hand, that go from one
chance pose to the next, eased, across, in hops, round and round, turning or about one place, their limbs trailing behind the chart. What they
showed on other seeds mended the checks. Of ${puppets.drawings.toLocaleString('en')} clean drawings ${perHundred(puppets.all, puppets.drawings)} in a hundred raise a false alarm: ${byCheck(puppets)}. Planted and found:

${plantedTable(puppets)}
`
}

/** The part on scenes with their ground traced on every drawing of the level itself. */
async function overTraced(tools) {
  const seeds = Array.from({ length: MORE.overGround }, (_, i) => MORE.first + i)
  const kinds = [...HAND_KINDS, ...MORE_KINDS]
  const manners = [
    ['painted', (made) => made],
    ['line alone', MANNERS[0].as],
  ]
  const grounds = [undefined, ...GROUNDS]
  const rows = []
  for (const [drawn, as] of manners)
    for (const ground of grounds) {
      const scenes = kinds.flatMap((kind) =>
        seeds.map((seed) => ({ made: as(handScene(kind, seed, { pinned: false }), seed), seed })),
      )
      const traced = (scene, inkOf) => (ground ? overGround({ scene, inkOf }, MORE.first, ground) : { scene, inkOf })
      const inspected = (...of) => {
        const { scene, inkOf } = traced(...of)
        return tools.inspectScene(scene, inkOf)
      }
      const sum = await measured(scenes, { ...tools, inspectScene: inspected })
      const found = [...sum.planted.values()].map((each) => {
        const counts = summed([...each.values()])[1]
        return shareOf(counts.byAny, counts.all)
      })
      const apart = scenes.filter(({ made: { scene, inkOf } }) => isToldApart(traced(scene, inkOf))).length
      rows.push(
        `| ${drawn}, ${ground?.id ?? 'no ground'} | ${ground ? shareOf(apart, scenes.length) : '–'} | ${perHundred(sum.all, sum.drawings)} | ${found.join(' | ')} |`,
      )
      say(rows.at(-1))
    }
  return `## Over a ground traced on the level itself

\`core/src/testing/hand/over-ground.ts\`: all ${kinds.length} kinds, nothing pinned, with a ground traced by hand on every drawing. What stands on all
drawings is told apart where the rest leaves its place, or where it hangs together, is at least twice as large as the rest and as much of it
is on every drawing; it is then left out of all that is measured of the motion and the size. Else, as where a figure stands still on its
floor, the level is followed with its ground: pin a landmark there, or draw the ground on a level of its own. Found at 2 times the limit by
any check:

| drawn over | told apart | false alarms in 100 | ${['volume', 'off-arc', 'uneven-spacing'].map(nameOf).join(' | ')} |
| --- | --- | --- | --- | --- | --- |
${rows.join('\n')}
`
}

const isToldApart = ({ scene, inkOf }) => {
  const { moving, shots } = levelSubject(scene, 'A', 'main', inkOf)
  return moving !== shots
}

const scaled = ({ x, y }, by) => ({ x: x * by, y: y * by })
/** How far the motion itself lies from where the two drawings on each side foretell it. */
function ownOff({ scene, kind, shares }, i, place) {
  const frames = scene.sheets.main.A.map((exposure) => exposure.frames)
  const length = frames.reduce((sum, each) => sum + each, 0)
  const at = (k) => {
    const turn = kind.loop ? Math.floor(k / shares.length) : 0
    const own = k - turn * shares.length
    const where = own in shares ? place(own) : undefined
    return where && { ...where, when: turn * length + frames.slice(0, own).reduce((sum, each) => sum + each, 0) }
  }
  const near = [-2, -1, 0, 1, 2].map((by) => at(i + by))
  const first = near.findIndex(Boolean)
  const off = offAt(near.filter(Boolean), 2 - first)
  return off ? Math.hypot(off.along, off.across) : Infinity
}

/** One fault of each sort on a drawing of a scene made by hand. */
async function plantAll(made, seed, { planted, inspectScene, grown, pushed }) {
  const { kind, shares, scene } = made
  const i = 2 + ((seed * 7) % (kind.drawings - 4))
  const drawing = `d${i}`
  if (Object.keys(scene.charts).length > 0 && scene.drawings[drawing].role === 'key') return
  const place = (at) => Object.values(kind.pose(shares[at]).marks)[0]
  const [p, o, q] = [place(i - 1), place(i), place(i + 1)]
  if (!p || !o || !q) return
  const step = (Math.hypot(o.x - p.x, o.y - p.y) + Math.hypot(q.x - o.x, q.y - o.y)) / 2
  const long = Math.hypot(q.x - p.x, q.y - p.y) || 1
  const own = ownOff(made, i, place)
  const way = { x: (q.x - p.x) / long, y: (q.y - p.y) / long }
  const push = {
    'off-arc': (times) => Math.max(2.2 * times, 0.26 * times * step),
    'uneven-spacing': (times) => Math.min(0.9, (1.8 * times - 1) / (1 + 0.9 * times)) * step,
  }
  const faults = {
    volume: (times) => grown(made, drawing, 0.08 * times, { x: 640, y: 400 }),
    'off-arc': (times) => pushed(made, drawing, scaled({ x: -way.y, y: way.x }, push['off-arc'](times))),
    'uneven-spacing': (times) => pushed(made, drawing, scaled(way, push['uneven-spacing'](times))),
  }
  const before = new Set((await inspectScene(scene, made.inkOf)).findings.flatMap(({ drawings }) => drawings))
  for (const [check, kinds] of planted) {
    if (check !== 'volume' && step < 8) continue
    if (!kinds.has(kind.id)) kinds.set(kind.id, noCounts())
    for (const [n, times] of STRONG.entries()) {
      const fault = faults[check](times)
      const all = await inspectScene(fault.scene, fault.inkOf)
      const counts = kinds.get(kind.id)[n]
      const naming = all.findings.filter(({ drawings }) => drawings.includes(drawing))
      const isFound = naming.some((finding) => finding.check === check)
      counts.all++
      if (isFound) counts.found++
      const isNamed = isFound || (naming.length > 0 && !before.has(drawing))
      if (!isNamed && own >= 0.5 * (push[check]?.(times) ?? Infinity)) counts.within++
      if (isNamed) counts.byAny++
      else if (all.unmeasured.some((each) => each.check === check && each.which?.includes(drawing))) counts.told++
    }
  }
}

const {
  CHECKS,
  FAULTS,
  inspectScene,
  arcScene,
  aheadScene,
  kindOf,
  HAND_KINDS,
  MORE_KINDS,
  LATER_KINDS,
  FURTHER_KINDS,
  CHARTED_KINDS,
  MANNERS,
  DRAWING_FAULTS,
  SCENE_FAULTS,
  seededRandom,
  handScene,
  offAt,
  handGrown,
  handPushed,
  offChart,
  unpinned,
  overGround,
  GROUNDS,
  levelSubject,
  puppetKind,
} = await bundled(`
    export * from './index'
    export * from './testing/planted'
    export * from './testing/faults'
    export * from './testing/hand/kinds'
    export * from './testing/hand/more-kinds'
    export * from './testing/hand/later-kinds'
    export * from './testing/hand/further-kinds'
    export * from './testing/hand/charted-kinds'
    export * from './testing/hand/manners'
    export * from './testing/hand/over-ground'
    export { levelSubject } from './checks/subject'
    export * from './testing/hand/drawing-faults'
    export * from './testing/hand/scene-faults'
    export { seededRandom } from './base/random'
    export * from './testing/hand/puppets'
    export * from './testing/hand/scene'
    export { offAt } from './checks/motion/foretold'
    export { grown as handGrown, pushed as handPushed, offChart, unpinned } from './testing/hand/faults'`)

const found = new Map()
for (const { check, plant } of FAULTS) {
  const shares = []
  for (const strength of STRENGTHS) {
    let hits = 0
    for (let seed = FIRST; seed < FIRST + SEEDS; seed++) {
      const made = plant(seed, strength)
      const { findings } = await inspectScene(made.scene, made.inkOf, {
        checks: [check],
        ...(made.next && { next: made.next }),
        ...(made.library && { library: made.library }),
      })
      if (
        findings.some(
          (finding) =>
            finding.check === check &&
            (made.planted.length === 0 || finding.drawings.some((drawing) => made.planted.includes(drawing))),
        )
      )
        hits++
    }
    shares.push(hits / SEEDS)
  }
  found.set(check, shares)
  say(`${check}: ${shares.map((share) => `${Math.round(share * 100)} %`).join(' ')}`)
}
let drawings = 0
const alarms = new Map()
for (let seed = FIRST; seed < FIRST + 2 * SEEDS; seed++) {
  for (const make of [arcScene, aheadScene]) {
    const made = make({ kind: kindOf(seed), seed })
    drawings += made.order.length
    for (const { check } of (await inspectScene(made.scene, made.inkOf)).findings)
      alarms.set(check, (alarms.get(check) ?? 0) + 1)
  }
}
const tools = { inspectScene, grown: handGrown, pushed: handPushed }
const hand = await byHand(tools)
const chance = await byChance(tools)
const wrong = await drawnWrong(tools)
const scenes = await scenesWrong(tools)
const charted = await againstCharts(tools)
const other = await otherwise(tools)
const ground = await overTraced(tools)
const all = [...alarms.values()].reduce((sum, count) => sum + count, 0)
const whole = (id) => ['never-shown', 'lacks', 'ground-competes'].includes(id)
const rows = CHECKS.map(
  ({ id, name }) =>
    `| ${name} | ${found
      .get(id)
      .map((share) =>
        whole(id) ? (share === 1 ? 'found' : `${Math.round(share * 100)} %`) : `${Math.round(share * 100)} %`,
      )
      .join(' | ')} | ${((100 * (alarms.get(id) ?? 0)) / drawings).toFixed(2)} |`,
)
writeFileSync(
  join(root, 'docs/second-look-measured.md'),
  `# What Second look finds, measured

Faults are planted by arithmetic in drawn scenes: three figures, with and without squash, on ones, twos and mixed exposures,
looping and not, landmarks pinned or not, with a hand's small unevenness. Clean scenes are the same without a fault. The seeds
here were not used while the limits were tuned. Made anew by \`node scripts/second-look.mjs\`; \`core/src/checks/checks.test.ts\`
holds a part of it on other seeds.

Share of planted faults found on the drawing they were planted on, by their strength in times the limit (${SEEDS} scenes each), and
false alarms for each hundred drawings of clean scenes (${drawings.toLocaleString('en')} drawings):

| check | ${STRENGTHS.map((strength) => `${strength} ×`).join(' | ')} | false alarms |
| --- | ${STRENGTHS.map(() => '--- | ').join('')}--- |
${rows.join('\n')}
| **all** | | | | | | **${((100 * all) / drawings).toFixed(2)}** |

Aims: at least 95 % found at 1.5 ×, at most 1 false alarm in 100 clean drawings. Some faults have no strength: a colour is there or
it is not, a drawing is shown or it is not, a ground is one colour or another; parts, frames, colours and flashes come in whole
numbers, so that half a limit rounds to one that may be found. "Standing still" and "Figure not readable" are stronger the less
moves, so that at 0.5 × they are half as still as their limit. A stray mark at 0.5 × lies nearer than its 24 px to nothing else.

${hand}
${wrong}
${scenes}
${charted}
${chance}
${other}
${ground}
What an animator means by an uneven step only the animator knows; so every limit can be changed for a production, and every finding
answered.
`,
)
say(`false alarms: ${all} in ${drawings} drawings`)
