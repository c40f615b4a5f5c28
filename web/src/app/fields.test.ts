import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { sceneSchema } from '@unhurried/core'
import type { z } from 'zod'

/**
 * Every field of a scene, and the act that changes it: the part of the page that does so, with the words by which it
 * does. A field that comes to the schema without an act, or an act that goes, fails here.
 */

interface Def {
  readonly type: string
  readonly shape?: Record<string, z.ZodType>
  readonly element?: z.ZodType
  readonly valueType?: z.ZodType
  readonly innerType?: z.ZodType
  readonly in?: z.ZodType
  readonly options?: readonly z.ZodType[]
}

/** The fields of a schema by their paths; `[]` is each of a list, `{}` each of a record. */
function fieldsOf(schema: z.ZodType, path = ''): string[] {
  const def = schema.def as unknown as Def
  switch (def.type) {
    case 'object':
      return Object.entries(def.shape!).flatMap(([key, value]) => fieldsOf(value, path === '' ? key : `${path}.${key}`))
    case 'array':
      return fieldsOf(def.element!, `${path}[]`)
    case 'record':
      return fieldsOf(def.valueType!, `${path}{}`)
    case 'optional':
    case 'nullable':
      return fieldsOf(def.innerType!, path)
    case 'pipe':
      return fieldsOf(def.in!, path)
    case 'union':
      return [...new Set(def.options!.flatMap((option) => fieldsOf(option, path)))]
    default:
      return [path]
  }
}

type Act = readonly [file: string, words: string]
/** What nobody changes by itself, and why. */
const itself = (why: string) => ({ why })
const NAME = itself('its name for the machine; a thing with another is another thing')
const COUNTED = itself('counted from the ink')
const LAID = itself('laid and moved by its planner')

const scenePanel = (words: string): Act => ['app/ScenePanel.vue', words]
const light = (words: string): Act => ['desk/tools/LightTablePanel.vue', words]
const passes = (words: string): Act => ['desk/tools/PassesPanel.vue', words]
const ground = (words: string): Act => ['desk/levels/GroundPanel.vue', words]
const level = (words: string): Act => ['desk/levels/LevelPanel.vue', words]
const seen = (words: string): Act => ['desk/levels/SeenAs.vue', words]
const effect = (words: string): Act => ['desk/levels/EffectFields.vue', words]
const follower = (words: string): Act => ['desk/levels/FollowFields.vue', words]
const toned = (words: string): Act => ['parts/AdjustFields.vue', words]
const reference = (words: string): Act => ['desk/paper/ReferencePanel.vue', words]
const onPaper: Act = ['desk/paper/ReferenceLayer.vue', "type: 'reference.put'"]
const colours = (words: string): Act => ['desk/tools/ColoursPanel.vue', words]
const pots = (words: string): Act => ['desk/tools/usePaletteActs.ts', words]
const spacing = (words: string): Act => ['charts/spacing-form.ts', words]
const ladder = (words: string): Act => ['charts/useMarks.ts', words]
const takes = (words: string): Act => ['takes/CompareTakes.vue', words]
const sheet = (words: string): Act => ['desk/sheet/useSheet.ts', words]
const cycles = (words: string): Act => ['desk/sheet/SheetActs.vue', words]
const fields = (words: string): Act => ['desk/sheet/DrawingFields.vue', words]
const pins = (words: string): Act => ['desk/tools/useLandmarks.ts', words]
const ruler = (words: string): Act => ['desk/tools/rulers/useRulerActs.ts', words]
const contact = (words: string): Act => ['desk/tools/contacts/useContacts.ts', words]
const camera: Act = ['desk/tools/camera/useCamera.ts', "type: 'camera.key'"]
const planner = (words: string): Act => ['plan/PlannerBench.vue', words]

const sounds = (words: string): Act => ['sound/SoundRow.vue', words]
const words = (act: string): Act => ['sound/words/WordsPanel.vue', act]

const ACTS: Readonly<Record<string, Act | { readonly why: string }>> = {
  format: itself('the version of the document'),
  'settings.name': scenePanel('set({ name:'),
  'settings.width': ['app/SizePanel.vue', 'v-model="width"'],
  'settings.height': ['app/SizePanel.vue', 'v-model="height"'],
  'settings.fps': ['plan/RateChange.vue', "type: 'scene.rate'"],
  'settings.length': ['plan/PlanPage.vue', "setScene('length'"],
  'settings.paper': scenePanel('set({ paper:'),
  'settings.approach': scenePanel('set({ approach:'),
  'settings.numbering': scenePanel('set({ numbering:'),
  'settings.cells': scenePanel('set({ cells:'),
  'settings.exposure': scenePanel('set({ exposure:'),
  'settings.lengthFollows': scenePanel('set({ lengthFollows:'),
  'settings.cover': scenePanel('set({ cover:'),
  'settings.handsOnTo': ['look/useNextScene.ts', 'settings: { handsOnTo:'],
  'settings.colourLimit': colours('settings: { colourLimit:'),
  'settings.exercise.id': itself('given when an exercise is begun'),
  'settings.exercise.seed': itself('given when an exercise is begun'),
  'settings.dueOn': ['log/SchedulePanel.vue', 'settings: { dueOn:'],
  'settings.beats.bpm': ['parts/TimingHelpers.vue', 'settings: { beats }'],
  'settings.beats.first': ['parts/TimingHelpers.vue', 'settings: { beats }'],
  'palette[].id': NAME,
  'palette[].name': colours('name: parsed.data'),
  'palette[].colour': colours('colour: colour.toLowerCase()'),
  'palette[].group': colours('group: inGroup'),
  'palette[].tone.of': pots('tone: { of'),
  'palette[].tone.is': pots('is: tone'),
  'palette[].into': pots("type: 'swatch.pour'"),
  'palette[].linked.entry': ['desk/tools/LinkedColour.vue', 'linked: { entry:'],
  'palette[].linked.of': ['desk/tools/LinkedColour.vue', 'of: of!'],
  'palette[].linked.own': ['desk/tools/LinkedColour.vue', 'own: true'],
  'takes{}.length': ['takes/CompareTakes.vue', 'setLength(take, frames)'],
  'takes{}.contacts[].id': NAME,
  'takes{}.contacts[].leader.level': contact('leader: contact.follower'),
  'takes{}.contacts[].leader.landmark': contact('leader: contact.follower'),
  'takes{}.contacts[].follower.level': contact('follower: contact.leader'),
  'takes{}.contacts[].follower.landmark': contact('follower: contact.leader'),
  'takes{}.contacts[].from': ['desk/tools/contacts/ContactsDialog.vue', '(contact: Contact, from: number)'],
  'takes{}.contacts[].to': ['desk/tools/contacts/ContactsDialog.vue', '(contact: Contact, to: number)'],
  'takes{}.camera[].frame': camera,
  'takes{}.camera[].x': ['desk/tools/camera/CameraTray.vue', 'set({ x })'],
  'takes{}.camera[].y': ['desk/tools/camera/CameraTray.vue', 'set({ y })'],
  'takes{}.camera[].scale': ['desk/tools/camera/CameraTray.vue', 'set({ scale:'],
  'takes{}.camera[].turn': ['desk/tools/camera/CameraTray.vue', 'set({ turn:'],
  'takes{}.camera[].law': ['desk/tools/camera/CameraTray.vue', 'camera.goOnBy(law)'],
  'takes{}.camera[].strength': itself('kept with the law; no law of a camera needs another'),
  'rulers{}.id': NAME,
  'rulers{}.kind': ['desk/tools/rulers/RulerTray.vue', 'rulerKind: next'],
  'rulers{}.points[]': ruler("type: 'ruler.put'"),
  'rulers{}.aside': ruler('aside: true'),
  'levelOrder[]': level("type: 'levels.order'"),
  'levels{}.id': NAME,
  'levels{}.character': ['desk/levels/LevelInLibrary.vue', 'broughtFromLibrary('],
  'levels{}.name': level('fields: { name:'),
  'levels{}.kind': level('fields: { kind:'),
  'levels{}.loop': level("toggle('loop')"),
  'levels{}.lightTable.on': ['desk/useDesk.ts', 'nextLight(lightTable'],
  'levels{}.lightTable.shows': light('set({ shows:'),
  'levels{}.lightTable.earlier': light('set({ [side.count]:'),
  'levels{}.lightTable.later': light('set({ [side.count]:'),
  'levels{}.lightTable.earlierStrength': light("strength: 'earlierStrength'"),
  'levels{}.lightTable.laterStrength': light("strength: 'laterStrength'"),
  'levels{}.lightTable.keysOnly': light('set({ keysOnly:'),
  'levels{}.lightTable.pinned[]': light('aria-label="Drawings pinned to the light table"'),
  'levels{}.lightTable.beyond': light('set({ beyond:'),
  'levels{}.lightTable.alone': light('set({ alone:'),
  'levels{}.lightTable.tints.earlier': light('set({ tints:'),
  'levels{}.lightTable.tints.later': light('set({ tints:'),
  'levels{}.lightTable.guides': light('set({ guides:'),
  'levels{}.landmarks[].id': NAME,
  'levels{}.landmarks[].name': pins('rename:'),
  'levels{}.hidden': level("toggle('hidden')"),
  'levels{}.locked': level("toggle('locked')"),
  'levels{}.blend': ground('fields: { blend }'),
  'levels{}.strength': ground('fields: { strength:'),
  'levels{}.passes{}.hidden': passes('{ hidden:'),
  'levels{}.passes{}.dim': passes('{ dim:'),
  'levels{}.passes{}.locked': passes('{ locked:'),
  'levels{}.passes{}.blend': passes('{ blend }'),
  'levels{}.passes{}.strength': passes('{ strength:'),
  'levels{}.model': reference('fields: { model:'),
  'levels{}.ground.picture.picture': ground('word="ground.picture'),
  'levels{}.ground.picture.x': ground('setPicture({ x:'),
  'levels{}.ground.picture.y': ground('setPicture({ y:'),
  'levels{}.ground.picture.scale': ground('setPicture({ scale:'),
  'levels{}.ground.picture.repeat': ground('setPicture({ repeat:'),
  'levels{}.ground.texture.is': ground('texture: { is'),
  'levels{}.ground.texture.strength': ground('Strength of the texture'),
  'levels{}.ground.pan.from.x': ground('{ x: x ?? 0, y: pan?.[end].y'),
  'levels{}.ground.pan.from.y': ground('{ x: pan?.[end].x'),
  'levels{}.ground.pan.to.x': ground('{ x: x ?? 0, y: pan?.[end].y'),
  'levels{}.ground.pan.to.y': ground('{ x: pan?.[end].x'),
  'levels{}.ground.pan.law': ground('setPan({ law'),
  'levels{}.ground.pan.strength': ground('setPan({ strength:'),
  'levels{}.matte.level': seen('cutBy'),
  'levels{}.matte.where': seen('matte!.level, where }'),
  'levels{}.follows.level': follower('put({ level: other })'),
  'levels{}.follows.frames': follower('put({ frames:'),
  'levels{}.follows.x': follower('put({ [axis]:'),
  'levels{}.follows.y': follower('put({ [axis]:'),
  'levels{}.follows.only[]': follower('put({ only:'),
  'levels{}.follows.swatch': follower('put({ swatch:'),
  'levels{}.follows.swatches{}': follower('put({ swatches:'),
  'levels{}.effects.shadow.x': effect('withShadow({ [axis]'),
  'levels{}.effects.shadow.y': effect('withShadow({ [axis]'),
  'levels{}.effects.shadow.soft': effect('withShadow({ soft'),
  'levels{}.effects.glow.reach': effect('withGlow({ reach'),
  'levels{}.effects.glow.strength': effect('withGlow({ strength'),
  'levels{}.effects.glow.swatch': effect('colourGlow('),
  'levels{}.effects.speed': effect('speed: share / 100'),
  'levels{}.adjust.black': toned("id: 'black'"),
  'levels{}.adjust.white': toned("id: 'white'"),
  'levels{}.adjust.middle': toned("id: 'middle'"),
  'levels{}.adjust.hue': toned("id: 'hue'"),
  'levels{}.adjust.colour': toned("id: 'colour'"),
  'drawings{}.id': NAME,
  'drawings{}.level': fields('moveDrawings(meant, level)'),
  'drawings{}.number': fields('set({ number:'),
  'drawings{}.role': fields('set({ role'),
  'drawings{}.note': fields('set({ note:'),
  'drawings{}.passes{}': COUNTED,
  'drawings{}.mend[]': ['log/useCost.ts', 'mendEdit('],
  'drawings{}.checked': ['log/StagesPanel.vue', 'checked: !checked'],
  'drawings{}.pins{}.x': pins('pinAt('),
  'drawings{}.pins{}.y': pins('pinAt('),
  'drawings{}.pins{}.corner': pins('turnSharply('),
  'charts{}.id': NAME,
  'charts{}.level': itself('a chart belongs to its drawings; they are moved, and laid out anew'),
  'charts{}.from': ['charts/useChartWish.ts', "type: 'chart.add'"],
  'charts{}.to': ['charts/useChartWish.ts', "type: 'chart.add'"],
  'charts{}.spacing.by': spacing('form.by = by'),
  'charts{}.spacing.slowOut': spacing('form.slowOut'),
  'charts{}.spacing.slowIn': spacing('form.slowIn'),
  'charts{}.spacing.law': spacing('form.law'),
  'charts{}.spacing.strength': spacing('form.strength'),
  'charts{}.exposure[]': spacing('form.exposure'),
  'charts{}.marks[].drawing': ladder("type: 'chart.put-in'"),
  'charts{}.marks[].fraction': ladder("type: 'chart.fractions'"),
  'charts{}.bends{}': ['desk/paper/guides/useGuideDrag.ts', "type: 'chart.bend'"],
  'charts{}.same[][].drawing': ['desk/next/useInbetweenGuide.ts', "type: 'chart.match'"],
  'charts{}.same[][].line': ['desk/next/useInbetweenGuide.ts', "type: 'chart.match'"],
  'takes{}.id': NAME,
  'takes{}.name': ['takes/useTakes.ts', 'fields: { name }'],
  'takes{}.away': takes('fields: { away: true }'),
  'takes{}.notes[].frame': ['desk/sheet/useSheetPanels.ts', "type: 'take.note'"],
  'takes{}.notes[].text': ['desk/sheet/useSheetPanels.ts', "type: 'take.note'"],
  mainTake: takes("type: 'take.main'"),
  'sheets{}{}[].drawing': sheet("type: 'exposure.show'"),
  'sheets{}{}[].frames': sheet("type: 'exposure.hold'"),
  'sheets{}{}[].cycle[].drawing': cycles("do: 'cycle'"),
  'sheets{}{}[].cycle[].frames': cycles("do: 'cycle'"),
  'sheets{}{}[].turns': cycles("do: 'cycle-turns'"),
  'references{}.id': NAME,
  'references{}.name': reference('put({ ...each, name:'),
  'references{}.picture': reference('PictureButton word="Pin a picture"'),
  'references{}.place': reference('move(each'),
  'references{}.x': onPaper,
  'references{}.y': onPaper,
  'references{}.width': onPaper,
  'references{}.strength': reference('strength: Number(value)'),
  'references{}.locked': reference("toggle(each, 'locked')"),
  'references{}.level': reference("toggle(each, 'level')"),
  'references{}.adjust.black': toned("id: 'black'"),
  'references{}.adjust.white': toned("id: 'white'"),
  'references{}.adjust.middle': toned("id: 'middle'"),
  'references{}.adjust.hue': toned("id: 'hue'"),
  'references{}.adjust.colour': toned("id: 'colour'"),
  'writings{}.paths[].id': NAME,
  'writings{}.paths[].points[]': ['lettering/usePenWays.ts', 'work.setPaths('],
  'writings{}.paths[].overlap': ['lettering/WaysList.vue', 'overlap: percent / 100'],
  'answers{}.check': itself('the finding that is answered'),
  'answers{}.level': itself('the finding that is answered'),
  'answers{}.drawings[]': itself('the finding that is answered'),
  'answers{}.reason': ['session/look-findings.ts', "type: 'answer.put'"],
  'answers{}.print': itself('what the drawings were when it was answered'),
  'plans{}.id': NAME,
  'plans{}.level': planner('table.putOn'),
  'plans{}.planner': itself('another planner lays another plan'),
  'plans{}.frame': planner('plan-at'),
  'plans{}.inputs{}': planner('PlannerInputs'),
  'plans{}.drawings[]': LAID,
  'plans{}.kept[]': LAID,
  'plans{}.charts[]': LAID,
  'plans{}.turns': planner('plan-turns'),
  'plans{}.laid{}[].drawing': LAID,
  'plans{}.laid{}[].frames': LAID,
  'guides{}.plan': LAID,
  'guides{}.shapes[].points[]': LAID,
  'guides{}.shapes[].closed': LAID,
  'guides{}.shapes[].tone': LAID,
  'guides{}.targets{}.x': LAID,
  'guides{}.targets{}.y': LAID,
  'guides{}.targets{}.corner': LAID,
  'footage{}.id': NAME,
  'footage{}.name': ['footage/FootageRow.vue', 'set({ name:'],
  'footage{}.file': ['footage/FootagePanel.vue', "type: 'footage.put'"],
  'footage{}.seconds': itself('the length of its file'),
  'footage{}.width': itself('the width of its pictures'),
  'footage{}.height': itself('the height of its pictures'),
  'footage{}.start': ['footage/FootageRow.vue', 'set({ start:'],
  'footage{}.from': ['footage/FootageRow.vue', "field: 'from'"],
  'footage{}.speed': ['footage/FootageRow.vue', "field: 'speed'"],
  'footage{}.step': ['footage/FootageRow.vue', 'set({ step:'],
  'footage{}.strength': ['footage/FootageRow.vue', 'set({ strength:'],
  'footage{}.x': ['footage/FootageRow.vue', "field: 'x'"],
  'footage{}.y': ['footage/FootageRow.vue', "field: 'y'"],
  'footage{}.across': ['footage/FootageRow.vue', "field: 'across'"],
  'footage{}.hidden': ['footage/FootageRow.vue', 'set({ hidden:'],
  'pages{}.id': NAME,
  'pages{}.name': ['desk/sheet/PageOfDrawing.vue', 'rename('],
  'pages{}.picture': ['paper/useLaying.ts', 'putPicture('],
  'pages{}.width': itself('the width of its picture'),
  'pages{}.height': itself('the height of its picture'),
  'pages{}.colours': ['paper/LayingForm.vue', "form.as = 'colours'"],
  'pages{}.black': ['desk/sheet/PageOfDrawing.vue', 'black, white }))'],
  'pages{}.white': ['desk/sheet/PageOfDrawing.vue', 'black, white }))'],
  'sounds{}.id': NAME,
  'sounds{}.name': sounds('set({ name:'),
  'sounds{}.file': ['sound/useBringIn.ts', "type: 'sound.put'"],
  'sounds{}.seconds': itself('the length of its file'),
  'sounds{}.start': sounds('set({ start'),
  'sounds{}.from': sounds('set({ from'),
  'sounds{}.to': sounds('set({ to:'),
  'sounds{}.strength': sounds('set({ strength:'),
  'sounds{}.fadeIn': sounds('set({ fadeIn:'),
  'sounds{}.fadeOut': sounds('set({ fadeOut:'),
  'sounds{}.notes[].at': ['sound/SoundNotes.vue', 'at: here.value'],
  'sounds{}.notes[].text': ['sound/SoundNotes.vue', '{ ...note, text }'],
  'sounds{}.muted': sounds('set({ muted:'),
  'said{}.words[].text': words('work.layText('),
  'said{}.words[].sounds[]': words('work.writeSounds('),
  'said{}.words[].at[]': ['sound/words/SheetWords.vue', 'work.putBorder('],
  'said{}.words[].sureness': itself('how sure whoever listened was'),
  'said{}.words[].held[]': words('work.free('),
  'said{}.words[].written': words('work.writeSounds('),
  'said{}.byLetters': words('by their letters'),
}

const page = join(__dirname, '..')

test('every field of a scene has an act, and no act is for a field that is not there', () => {
  expect(fieldsOf(sceneSchema).sort()).toEqual(Object.keys(ACTS).sort())
})

const acts = Object.entries(ACTS).flatMap(([field, act]) => ('why' in act ? [] : [[field, ...act] as const]))
test.each(acts)('%s is changed in %s', (_, file, words) => {
  expect(readFileSync(join(page, file), 'utf8')).toContain(words)
})
