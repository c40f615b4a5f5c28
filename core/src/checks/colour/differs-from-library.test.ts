import type { Character } from '../../production/schema'
import { BoxScene, going, type Box } from '../../testing/boxes'
import { inspectScene } from '../inspect'
import { differsFromLibrary } from './differs-from-library'

const check = 'differs-from-library'
const tansy = (fields: Partial<Character> = {}): { characters: Character[] } => ({
  characters: [{ id: 'tansy', name: 'Tansy', kind: 'character', colours: [], sheets: [], ...fields }],
})
const isTansy = (scene: BoxScene) => scene.edit({ type: 'level.set', level: 'A', fields: { character: 'tansy' } })
const ask = async (scene: BoxScene, library: { characters: Character[] } | undefined) => {
  const { findings, unmeasured } = await inspectScene(scene.scene, scene.inkOf, { checks: [check], library })
  return { findings: findings.map(({ sentence }) => sentence), unmeasured: unmeasured.map(({ sentence }) => sentence) }
}

describe('colours', () => {
  const coloured = (own: boolean) =>
    new BoxScene({ length: 10 }).draw(going(3)).edit({
      type: 'swatch.put',
      swatch: {
        ...{ id: 'body', name: 'Buoy red', colour: '#c2573f' },
        linked: { entry: 'tansy', of: 'skin', ...(own && { own: true }) },
      },
    })
  const skin = (colour: string) => tansy({ colours: [{ id: 'skin', name: 'Skin', colour }] })

  test('one that is another here is told; one kept on purpose, one taken out of the library and one hardly other are not', async () => {
    expect((await ask(coloured(false), skin('#c25770'))).findings).toEqual([
      '1 colour is not what the library has: Buoy red is #c2573f here and #c25770 there. Take those, or say that this scene keeps its own.',
    ])
    expect((await ask(coloured(true), skin('#c25770'))).findings).toEqual([])
    expect((await ask(coloured(false), tansy())).findings).toEqual([])
    expect((await ask(coloured(false), skin('#c35840'))).findings).toEqual([])
    expect((await ask(coloured(false), undefined)).findings).toEqual([])
  })
})

describe('lines', () => {
  test('one much wider than the library draws it is told, on a level that is of the library alone', async () => {
    const scene = () => new BoxScene({ length: 10 }).draw(going(3, { line: 6 }))
    expect((await ask(isTansy(scene()), tansy({ lineWidth: 4 }))).findings[0]).toMatch(
      /^The line of drawing 1 of A is 6(\.\d)? px wide; the library draws Tansy with 4 px\.$/,
    )
    expect((await ask(isTansy(scene()), tansy({ lineWidth: 5.5 }))).findings).toEqual([])
    expect((await ask(scene(), tansy({ lineWidth: 4 }))).findings).toEqual([])
  })
})

describe('limits of its own', () => {
  const wide = () => isTansy(new BoxScene({ length: 10 }).draw(going(3, { line: 6 })))
  const own = (limits: NonNullable<Character['limits']>) => tansy({ lineWidth: 4, limits })

  test('hold on the levels an entry is drawn on; what no check knows, or beyond its range, says nothing', async () => {
    const found = async (limits: NonNullable<Character['limits']>) => (await ask(wide(), own(limits))).findings.length
    expect(await found({ [check]: { line: differsFromLibrary.limits.line.max } })).toBe(0)
    expect(await found({ volume: { share: 50 } })).toBe(3)
    expect(await found({ weather: { rain: 3 } })).toBe(3)
    expect(await found({ [check]: { line: -5 } })).toBe(3)
  })
})

describe('proportions', () => {
  const names = ['Crown', 'Chin', 'Foot']
  const sheet = {
    ...{ id: 'front', name: 'Front', picture: 'a'.repeat(64), width: 200, height: 400, angle: 0 },
    places: [0, 0.25, 1].map((y, i) => ({ landmark: `k${i}`, x: 0.5, y })),
  }
  const library = tansy({ landmarks: names.map((name, i) => ({ id: `k${i}`, name })), sheets: [sheet] })
  /** A figure so many pixels high, its head so much of that. */
  const standing = (heads: readonly number[]) => {
    const boxes = going(heads.length).map((box, i): Box => {
      const [x, top] = [box.at[0], 100]
      return {
        ...box,
        pins: { Crown: { x, y: top }, Chin: { x, y: top + heads[i]! * 300 }, Foot: { x, y: top + 300 } },
      }
    })
    return isTansy(new BoxScene({ length: 12 }).landmarks(...names).draw(boxes))
  }

  test('a head too large for its body is told, at whatever size it is drawn', async () => {
    const scene = standing([0.25, 0.27, 0.5])
    const { findings } = await ask(scene, library)
    expect(findings).toHaveLength(1)
    expect(findings[0]).toMatch(/^Drawing \d of A: from Chin to Foot is \d+ % (longer|shorter) than|from Crown to Chin/)
  })

  test('drawings without pins say that they could not be held against it', async () => {
    const scene = isTansy(new BoxScene({ length: 12 }).landmarks(...names).draw(going(2)))
    expect((await ask(scene, library)).unmeasured[0]).toMatch(/model sheet: pin three of its landmarks there\.$/)
  })
})
