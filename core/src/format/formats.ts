import type { Exporter } from './exported'

/** What a format asks for, so that whoever offers it shows and fetches no more than that. */
interface Needs {
  /** Lines of the drawings shown, of every drawing, or none. */
  readonly ink: 'shown' | 'all' | 'none'
  /** Pictures are painted: in a size, over the paper or over nothing. */
  readonly painted?: true
  /** The bytes of grounds, references and sounds go along. */
  readonly files?: true
  /** One take of the scene, or the scene with all of them. */
  readonly take?: true
  readonly paper?: true
  /** The scene's sounds, mixed. */
  readonly sound?: true
  /** It has no clear places. */
  readonly opaque?: true
  /** Its pixels may be exact, or the file smaller. */
  readonly exact?: true
  /** It is one frame, taken apart: the first of those that go out. */
  readonly layers?: true
  /** Its pictures may be trimmed and packed. */
  readonly sprites?: true
  /** It goes round by itself, for ever or so many times. */
  readonly loops?: true
  /** Its pictures may be of how the scene was made. */
  readonly making?: true
  /** It may let the scene go by several times. */
  readonly turns?: true
}

interface ExportFormat {
  readonly id: string
  readonly word: string
  readonly note: string
  /** What the button says. */
  readonly make: string
  readonly needs: Needs
  readonly load: () => Promise<Exporter>
}

/** Every format a scene goes out in, once, in the order they are offered. A new one is its own file and an entry here. */
const FORMATS = [
  {
    id: 'gif',
    word: 'Looping GIF',
    note: 'one file that plays anywhere',
    make: 'Make the GIF',
    needs: { loops: true, making: true, ink: 'shown', painted: true, take: true },
    load: async () => (await import('./picture/gif')).exportGif,
  },
  {
    id: 'apng',
    word: 'Moving PNG',
    note: 'loops, every pixel exact',
    make: 'Make the moving PNG',
    needs: { loops: true, making: true, ink: 'shown', painted: true, take: true },
    load: async () => (await import('./picture/apng')).exportApng,
  },
  {
    id: 'webp',
    word: 'Moving WebP',
    note: 'loops, small, for pages',
    make: 'Make the moving WebP',
    needs: { loops: true, making: true, ink: 'shown', painted: true, take: true, exact: true },
    load: async () => (await import('./picture/webp')).exportWebp,
  },
  {
    id: 'svg',
    word: 'Moving SVG',
    note: 'loops, outlines at any size',
    make: 'Make the moving SVG',
    needs: { ink: 'shown', painted: true, files: true, take: true },
    load: async () => (await import('./picture/moving-svg')).exportMovingSvg,
  },
  {
    id: 'webm',
    word: 'Film as WebM',
    note: 'with sound, for pages',
    make: 'Make the film',
    needs: { making: true, ink: 'shown', painted: true, take: true, sound: true, turns: true },
    load: async () => (await import('./film')).exportWebm,
  },
  {
    id: 'mp4',
    word: 'Film as MP4',
    note: 'with sound, for editors',
    make: 'Make the film',
    needs: { making: true, ink: 'shown', painted: true, opaque: true, take: true, sound: true, turns: true },
    load: async () => (await import('./film')).exportMp4,
  },
  {
    id: 'wav',
    word: 'The sound alone',
    note: 'WAV, all sounds mixed',
    make: 'Make the sound',
    needs: { ink: 'none', sound: true, turns: true },
    load: async () => (await import('./film')).exportWav,
  },
  {
    id: 'stills',
    word: 'Numbered PNG stills',
    note: 'every frame, in a zip',
    make: 'Make the stills',
    needs: { making: true, ink: 'shown', painted: true, take: true },
    load: async () => (await import('./picture/stills')).exportStills,
  },
  {
    id: 'ora',
    word: 'Layers as OpenRaster',
    note: 'one frame, levels and passes',
    make: 'Make the layers',
    needs: { ink: 'shown', painted: true, layers: true, take: true },
    load: async () => (await import('./picture/open-raster')).exportOpenRaster,
  },
  {
    id: 'layered-svg',
    word: 'Layers as SVG',
    note: 'one frame, levels and passes as outlines',
    make: 'Make the layers',
    needs: { ink: 'shown', painted: true, layers: true, take: true },
    load: async () => (await import('./picture/layered-svg')).exportLayeredSvg,
  },
  {
    id: 'sprites',
    word: 'Sheet of sprites',
    note: 'PNG and JSON, for a game',
    make: 'Make the sheet',
    needs: { ink: 'shown', painted: true, take: true, sprites: true },
    load: async () => (await import('./picture/sprites')).exportSprites,
  },
  {
    id: 'pdf',
    word: 'Exposure sheet to print',
    note: 'PDF, with charts',
    make: 'Make the PDF',
    needs: { ink: 'none', take: true, paper: true },
    load: async () => (await import('./sheet/sheet-pdf')).exportSheetPdf,
  },
  {
    id: 'drawing-sheets',
    word: 'Drawing sheets to print',
    note: 'PDF, pegged, to draw on',
    make: 'Make the sheets',
    needs: { ink: 'none', take: true, paper: true },
    load: async () => (await import('./drawing-sheets')).exportDrawingSheets,
  },
  {
    id: 'csv',
    word: 'Exposure sheet as a table',
    note: 'CSV, and back',
    make: 'Make the CSV',
    needs: { ink: 'none', take: true },
    load: async () => (await import('./sheet/sheet-csv')).exportSheetCsv,
  },
  {
    id: 'archive',
    word: 'The whole scene',
    note: 'open archive, in a zip',
    make: 'Make the archive',
    needs: { ink: 'all', files: true },
    load: async () => (await import('./archive/archive')).exportArchive,
  },
] as const satisfies readonly ExportFormat[]

export type FormatId = (typeof FORMATS)[number]['id']
export const EXPORT_FORMATS: readonly (ExportFormat & { readonly id: FormatId })[] = FORMATS
export const FORMAT_IDS = FORMATS.map(({ id }) => id) as [FormatId, ...FormatId[]]
export const exportFormat = (id: FormatId): ExportFormat => EXPORT_FORMATS.find((format) => format.id === id)!

/** Whether films that lie under the paper can go out in a format: it is of pictures as they are painted, not of cut-outs. */
export const canShowFilms = ({ needs }: ExportFormat): boolean =>
  needs.painted === true && !needs.files && !needs.sprites && !needs.layers
