import { checkOf, CHECKS, EXERCISES, EXPORT_FORMATS, EYE_KINDS, PLANNERS } from '@unhurried/core'
import { COMMANDS, keyShown, type CommandId } from '../../desk/commands/commands'
import { ALSO } from './also'
import type { Act } from './doing'
import { withinAll } from './within/all'

type Made = Omit<Act, 'also'>

const onDesk = (thing: string, words: string, guide: string, tool?: CommandId): Made => ({
  ...{ id: thing, words, lives: 'Draw', guide },
  doing: { is: 'place', name: 'draw', via: [{ thing }], ...(tool && { tool }) },
})
const PANELS: readonly Made[] = [
  onDesk('light table', 'Set the light table up: which drawings shine through, how strongly', 'charts'),
  onDesk('passes', 'Passes of a drawing: rough, tie-down, line, colour, shadow', 'drawing', 'pencil'),
  onDesk('brush', 'A brush’s touch, steadiness and taper', 'drawing', 'pencil'),
  onDesk('colours', 'Colours: named, grouped, followed by tones, merged', 'colour', 'pencil'),
  onDesk('view', 'How the paper lies: nearer, turned, mirrored, left-handed', 'seeing'),
  onDesk('reference', 'Reference and footage beside and under the paper', 'seeing'),
  {
    ...{ id: 'sounds', words: 'Sounds on the sheet', lives: 'Draw', guide: 'sound' },
    doing: { is: 'place', name: 'draw', via: [{ thing: 'frame' }, { word: 'Sound …' }] },
  },
  onDesk('level', 'Levels: put in, hide, lock, order, strength, effects', 'drawing'),
  onDesk('scene', 'The scene’s name, size, paper and approach', 'shelf'),
]
const place = (name: string, words: string, guide: string): Made => ({
  ...{ id: `place ${name}`, words, lives: 'the top edge', guide },
  doing: { is: 'place', name },
})
const PLACES: readonly Made[] = [
  place('plan', 'Plan: keys, charts and planners on a strip of time', 'planners'),
  place('draw', 'Draw: the desk', 'drawing'),
  place('look', 'Second look: what was measured and found', 'second-look'),
  place('takes', 'Takes: several timings of the same drawings, and earlier versions', 'takes'),
  place('log', 'Log: hours, stages, what is left', 'log'),
  place('hand-over', 'Hand over: what goes out', 'film'),
  place('paper', 'Paper in: scanned or photographed drawings', 'paper'),
  place('lettering', 'Lettering that writes itself', 'lettering'),
]
const page = (name: string, words: string, guide: string, thing?: string): Made => ({
  ...{ id: `page ${name}${thing ? ` ${thing}` : ''}`, words, lives: 'the shelf', guide },
  doing: { is: 'page', name, ...(thing && { via: [{ thing }] }) },
})
const PAGES: readonly Made[] = [
  page('shelf', 'Shelf: productions and scenes', 'shelf'),
  page('new', 'Set up a new scene', 'shelf'),
  page('shelf', 'Reel: the scenes of a production in order, with their sound', 'reel', 'reel'),
  page('shelf', 'Library: characters of a production, colours that scenes follow', 'library', 'library'),
  page('drawer', 'Drawer: what is put away or forgotten', 'shelf'),
  page('practising', 'Practice: exercises, the eye, first steps', 'practice'),
]

const pagesOfCommands: Readonly<Partial<Record<CommandId, string>>> = {
  ...{ earlier: 'seeing', later: 'seeing', parents: 'seeing', riffle: 'seeing', beat: 'seeing', light: 'charts' },
  ...{ next: 'charts', 'carry-on': 'ahead', exposure: 'ahead', skip: 'charts', back: 'charts', pin: 'charts' },
  ...{ 'put-in': 'sheet', longer: 'sheet', shorter: 'sheet', empty: 'sheet', acts: 'sheet', reverse: 'sheet' },
  ...{ cycle: 'sheet', 'back-and-forth': 'sheet', note: 'sheet', fill: 'colour', pick: 'colour', slide: 'charts' },
  ...{ fit: 'seeing', mirror: 'seeing', silhouettes: 'seeing', clear: 'seeing', guides: 'charts' },
  ...{ ruler: 'rulers', rulers: 'rulers', camera: 'camera' },
}

const pagesOfPlanners: Readonly<Record<string, string>> = { mouths: 'words', accent: 'planners' }
const pageOfPlanner = (id: string): string => pagesOfPlanners[id] ?? `planners-${id}`

function listed(): Made[] {
  return [
    ...COMMANDS.map(({ id, words }): Made => ({
      ...{ id, words, lives: 'Draw', key: keyShown(id), guide: pagesOfCommands[id] ?? 'drawing' },
      doing: { is: 'command', id },
    })),
    ...PANELS,
    ...PLACES,
    ...PAGES,
    ...PLANNERS.map(({ id, name, about }): Made => ({
      ...{ id: `planner ${id}`, words: `Plan a motion: ${name}. ${about}`, lives: 'Plan', guide: pageOfPlanner(id) },
      doing: { is: 'place', name: 'plan', query: { planner: id } },
    })),
    ...EXPORT_FORMATS.map(({ id, word, note }): Made => ({
      ...{ id: `format ${id}`, words: `Hand over: ${word}, ${note}`, lives: 'Hand over', guide: 'film' },
      doing: { is: 'place', name: 'hand-over', via: [{ thing: `format ${id}` }] },
    })),
    ...CHECKS.map(({ id, group }): Made => ({
      ...{ id: `check ${id}`, words: `Look for: ${checkOf(id)!.name}`, lives: 'Second look' },
      guide: `second-look-${group}`,
      doing: { is: 'place', name: 'look' },
    })),
    ...EXERCISES.map(({ id, name }): Made => ({
      ...{ id: `exercise ${id}`, words: `Practise: ${name}`, lives: 'Practice', guide: 'practice' },
      doing: { is: 'page', name: 'practising', via: [{ thing: `begin ${id}` }] },
    })),
    ...EYE_KINDS.map(({ id, name }): Made => ({
      ...{ id: `eye ${id}`, words: `Try the eye: ${name}`, lives: 'Practice', guide: 'practice' },
      doing: { is: 'page', name: 'eye', params: { kind: id } },
    })),
  ]
}

/** All that can be found, with what people elsewhere call it; keys as they are set just now. */
export const allActs = (): Act[] => [...listed().map((act) => ({ ...act, also: ALSO[act.id] ?? [] })), ...withinAll()]
