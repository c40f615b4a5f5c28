import type { Exporter } from './exported'

/** What a format asks for, so that whoever offers it shows and fetches no more than that. */
interface Needs {
  /** Lines of the drawings shown, of every drawing, or none. */
  readonly ink: 'shown' | 'all' | 'none'
  /** Pictures are painted: in a size, over the paper or over nothing. */
  readonly painted?: true
  /** The bytes of grounds and references go along. */
  readonly pictures?: true
  /** One take of the scene, or the scene with all of them. */
  readonly take?: true
  readonly paper?: true
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
    needs: { ink: 'shown', painted: true, take: true },
    load: async () => (await import('./gif')).exportGif,
  },
  {
    id: 'stills',
    word: 'Numbered PNG stills',
    note: 'every frame a picture, in a zip',
    make: 'Make the stills',
    needs: { ink: 'shown', painted: true, take: true },
    load: async () => (await import('./stills')).exportStills,
  },
  {
    id: 'pdf',
    word: 'Exposure sheet to print',
    note: 'PDF, charts in the margin',
    make: 'Make the PDF',
    needs: { ink: 'none', take: true, paper: true },
    load: async () => (await import('./sheet-pdf')).exportSheetPdf,
  },
  {
    id: 'csv',
    word: 'Exposure sheet as a table',
    note: 'CSV for a spreadsheet, and back',
    make: 'Make the CSV',
    needs: { ink: 'none', take: true },
    load: async () => (await import('./sheet-csv')).exportSheetCsv,
  },
  {
    id: 'archive',
    word: 'The whole scene',
    note: 'open archive: JSON and SVG in a zip',
    make: 'Make the archive',
    needs: { ink: 'all', pictures: true },
    load: async () => (await import('./archive')).exportArchive,
  },
] as const satisfies readonly ExportFormat[]

export type FormatId = (typeof FORMATS)[number]['id']
export const EXPORT_FORMATS: readonly (ExportFormat & { readonly id: FormatId })[] = FORMATS
export const FORMAT_IDS = FORMATS.map(({ id }) => id) as [FormatId, ...FormatId[]]
export const exportFormat = (id: FormatId): ExportFormat => EXPORT_FORMATS.find((format) => format.id === id)!
