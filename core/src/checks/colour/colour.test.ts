import type { InkPiece } from '../../ink/ink'
import type { Scene } from '../../scene/schema'
import { BoxScene, going, square } from '../../testing/boxes'
import { FURTHER_KINDS } from '../../testing/hand/further-kinds'
import { handScene } from '../../testing/hand/scene'
import { inspectScene } from '../inspect'

const spot = (i: number): InkPiece => ({
  kind: 'fill',
  id: `spot${i}`,
  swatch: 'spot',
  outline: square([200 + 30 * i, 300], 20),
})

/** The scene whose drawing has no paint. */
function unpainted(scene: Scene, id: string): Scene {
  const { colour: _, ...passes } = scene.drawings[id]!.passes
  return { ...scene, drawings: { ...scene.drawings, [id]: { ...scene.drawings[id]!, passes } } }
}

describe('lacks a pass or a colour', () => {
  const spotted = (without: readonly number[], count = 6) =>
    new BoxScene().draw(going(count).map((box, i) => ({ ...box, more: without.includes(i) ? [] : [spot(i)] })))

  test('what five of six drawings have and one has not was forgotten there', async () => {
    const { findings } = await spotted([3]).ask('lacks')
    expect(findings).toMatchObject([{ drawings: ['A3'], frames: [7], unit: '%' }])
    expect(findings[0]!.sentence).toBe('Drawing 7 of A lacks Weed, which 83 % of its level have.')
  })

  test('what half of them have is a change, not a fault; and four say nothing of what most have', async () => {
    expect((await spotted([3, 4, 5]).ask('lacks')).findings).toEqual([])
    expect((await spotted([2], 4).ask('lacks')).findings).toEqual([])
  })

  test('a part is not lacking that goes behind another for one drawing; beside it a forgotten one is', async () => {
    const patch = (swatch: string, i: number, up: number): InkPiece => ({
      ...{ kind: 'fill', id: `${swatch}${i}`, swatch },
      outline: square([200 + 30 * i, 300 - up], swatch === 'grey' ? 40 : 16),
    })
    const beaked = (wingUp: (i: number) => number) =>
      new BoxScene().draw(
        going(6).map((box, i) => ({
          ...box,
          more: [...(i === 3 ? [] : [patch('spot', i, 60)]), patch('grey', i, wingUp(i))],
        })),
      )
    expect((await beaked((i) => (i === 3 ? 60 : 140)).ask('lacks')).findings).toEqual([])
    const forgotten = await beaked(() => 140).ask('lacks')
    expect(forgotten.findings.map(({ drawings }) => drawings)).toEqual([['A3']])
  })

  test('what a drawing lacks that lies wholly beyond the frame flickers for nobody', async () => {
    const spottedFrom = (x: number) =>
      new BoxScene().draw(
        going(6, { from: [x, 300], step: [100, 0] }).map((box, i) => ({
          ...box,
          more: i === 0 ? [] : [{ ...spot(i), outline: square([x + 100 * i, 300], 16) } as InkPiece],
        })),
      )
    expect((await spottedFrom(-90).ask('lacks')).findings).toEqual([])
    expect((await spottedFrom(90).ask('lacks')).findings.map(({ drawings }) => drawings)).toEqual([['A0']])
  })

  test('an eye forgotten on a face is lacking, whether the face was painted under it or round it', async () => {
    const eye = (i: number) => square([200 + 30 * i, 300], 16)
    for (const holes of [false, true]) {
      const faced = new BoxScene().draw(
        going(6).map((box, i) => ({
          ...box,
          more: [
            {
              ...{ kind: 'fill', id: `face${i}`, swatch: 'grey', outline: square([200 + 30 * i, 300], 90) },
              ...(holes && i !== 3 && { holes: [eye(i)] }),
            } as InkPiece,
            ...(i === 3 ? [] : [{ kind: 'fill', id: `eye${i}`, swatch: 'spot', outline: eye(i) } as InkPiece]),
          ],
        })),
      )
      expect((await faced.ask('lacks')).findings.map(({ drawings }) => drawings)).toEqual([['A3']])
    }
  })

  test('an empty glass lacks no paint, a full one whose paint was forgotten does', async () => {
    const { scene, inkOf } = handScene(
      FURTHER_KINDS.find(({ id }) => id === 'glass fills')!,
      2,
    )
    const found = async (forgotten?: string) =>
      (
        await inspectScene(
          forgotten === undefined ? scene : unpainted(scene, forgotten),
          (drawing, pass) => (drawing === forgotten && pass === 'colour' ? [] : inkOf(drawing, pass)),
          { checks: ['lacks'] },
        )
      ).findings.flatMap(({ drawings }) => drawings)
    expect(await found()).toEqual([])
    expect(await found('d9')).toContain('d9')
  })

  test('a pass is missed like a colour', async () => {
    const boxes = going(6).map((box, i) => ({ ...box, line: i === 4 ? 0 : 4 }))
    const { findings } = await new BoxScene().draw(boxes).ask('lacks')
    expect(findings.map(({ sentence }) => sentence)).toEqual([
      'Drawing 9 of A lacks the line pass, which 83 % of its level have.',
      'Drawing 9 of A lacks Wet slate, which 83 % of its level have.',
    ])
  })
})

describe('too many colours', () => {
  test('a scene that set itself three colours and uses four names the least used; one without a limit may use any', async () => {
    const scene = new BoxScene().draw(going(3).map((box, i) => ({ ...box, more: i === 0 ? [spot(0)] : [] })))
    expect((await scene.ask('too-many-colours')).findings).toEqual([])
    scene.edit({ type: 'scene.set', settings: { colourLimit: 2 } })
    const { findings } = await scene.ask('too-many-colours')
    expect(findings).toMatchObject([{ value: 3, limit: 2, drawings: ['A0'], unit: 'colours' }])
    expect(findings[0]!.sentence).toMatch(/least used: Weed\.$/)
    scene.edit({ type: 'scene.set', settings: { colourLimit: 3 } })
    expect((await scene.ask('too-many-colours')).findings).toEqual([])
  })
})

describe('ground competes', () => {
  const before = (figure: string, ground: string) =>
    new BoxScene()
      .level('B', 'Quay', 'ground')
      .draw(going(2, { line: 0, swatch: figure }))
      .draw([{ frame: 1, at: [600, 400], side: 500, line: 0, swatch: ground }], 'B')

  test('a colourful ground behind a grey figure is told, a grey one behind a red figure is not', async () => {
    const { findings } = await before('grey', 'body').ask('ground-competes')
    expect(findings).toMatchObject([{ level: 'B', unit: '×' }])
    expect(findings[0]!.sentence).toMatch(
      /^The ground is more colourful than the figures: mean chroma 0\.1\d\d against 0\.0/,
    )
    expect((await before('body', 'grey').ask('ground-competes')).findings).toEqual([])
    expect((await before('body', 'body').ask('ground-competes')).findings).toEqual([])
  })

  test('a ground that is hidden is not looked at', async () => {
    const scene = before('grey', 'body').edit({ type: 'level.set', level: 'B', fields: { hidden: true } })
    expect((await scene.ask('ground-competes')).findings).toEqual([])
  })
})

describe('flashing', () => {
  const flashes = (each: number) => {
    const scene = new BoxScene({ length: 24, paper: '#000000' }).edit({
      type: 'swatch.put',
      swatch: { id: 'white', name: 'Spray', colour: '#ffffff' },
    })
    const boxes = Array.from({ length: Math.floor(24 / each) }, (_, i) => ({
      frame: 1 + i * each,
      at: [640, 360] as const,
      side: 1400,
      line: 0,
      swatch: i % 2 === 0 ? 'white' : 'ink',
    }))
    return scene.draw(boxes)
  }

  test('white and black in turn on twos flash six times in a second and must not go out; on fours they may', async () => {
    const { findings } = await flashes(2).ask('flashing')
    expect(findings).toMatchObject([{ severity: 'stop', limit: 3, unit: 'flashes in a second' }])
    expect(findings[0]!.value).toBeGreaterThan(3)
    expect(findings[0]!.sentence).toMatch(/WCAG 2\.2/)
    expect((await flashes(4).ask('flashing')).findings).toEqual([])
  })
})
