/** What a brush is, for whoever lays, measures, keeps or offers it. */
export interface BrushKind {
  /** How packed ink names it: a new brush takes the next number, and none is ever given again. */
  readonly number: number
  readonly word: string
  /** Round, or an edge held at one angle. */
  readonly tip: 'round' | 'edge'
  /** How much of a line's width follows pressure: 0 none, 1 all of it. */
  readonly thinning: number
  /** The widest it is offered, in pixels. */
  readonly widest: number
  /** What it is like when it is first taken in hand: pixels, and shares as the hand has them. */
  /** It shades where the pen leans: how many times wider it is of a pen that lies flat. */
  readonly shades?: number
  readonly usual: {
    readonly size: number
    readonly taper: readonly [number, number]
    readonly steadiness: number
    readonly curve: number
  }
}

/** Every brush, once. A new one is a line here, and one among the tools; with a surface of its own, also its painter. */
const TABLE = {
  pencil: {
    number: 1,
    word: 'Pencil',
    tip: 'round',
    thinning: 0.3,
    widest: 60,
    shades: 9,
    usual: { size: 4, taper: [0, 0], steadiness: 0.35, curve: 0 },
  },
  pen: {
    number: 0,
    word: 'Pen',
    tip: 'round',
    thinning: 0.62,
    widest: 60,
    usual: { size: 5, taper: [12, 18], steadiness: 0.45, curve: 0 },
  },
  wash: {
    number: 2,
    word: 'Wash',
    tip: 'round',
    thinning: 0.2,
    widest: 200,
    usual: { size: 42, taper: [0, 0], steadiness: 0.3, curve: 0 },
  },
  flat: {
    number: 3,
    word: 'Flat brush',
    tip: 'edge',
    thinning: 0.5,
    widest: 200,
    usual: { size: 22, taper: [0, 0], steadiness: 0.3, curve: 0 },
  },
  charcoal: {
    number: 4,
    word: 'Charcoal',
    tip: 'round',
    thinning: 0.4,
    widest: 200,
    usual: { size: 18, taper: [0, 0], steadiness: 0.3, curve: 0 },
  },
  watery: {
    number: 5,
    word: 'Watery brush',
    tip: 'round',
    thinning: 0.7,
    widest: 200,
    usual: { size: 26, taper: [8, 14], steadiness: 0.35, curve: 0 },
  },
} as const satisfies Record<string, BrushKind>

export type Brush = keyof typeof TABLE
export const BRUSH_TABLE: Readonly<Record<Brush, BrushKind>> = TABLE
export const BRUSHES = Object.keys(TABLE) as [Brush, ...Brush[]]

/** A stroke that names no brush was drawn with this one. */
export const PLAIN_BRUSH = 'pen' satisfies Brush
export const brushKind = ({ brush }: { readonly brush?: Brush | undefined }): BrushKind =>
  BRUSH_TABLE[brush ?? PLAIN_BRUSH]
