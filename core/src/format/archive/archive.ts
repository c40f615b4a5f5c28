import { inkPath, pieceOfPath } from '../picture/kept-ink'
import type { Exporter } from '../exported'
import { sha256 } from '@noble/hashes/sha2.js'
import { bytesToHex } from '@noble/hashes/utils.js'
import { XMLParser } from 'fast-xml-parser'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import { z } from 'zod'
import { validate } from '../../scene/validate'
import { ARCHIVE_LIMITS } from './archive-limits'
import { pictureHead } from '../picture-head'
import { SOUND_ENDINGS, soundHead } from '../sound-head'
import { picturesOf } from '../../scene/pictures'
import { soundFilesOf } from '../../scene/sounds'
import { coloursOf } from '../../scene/palette'
import { PASSES, passSchema, sceneSchema, type Pass, type Scene } from '../../scene/schema'
import { sentenceOf } from '../../base/sentence'
import { quantized, type Ink, type InkPiece } from '../../ink/ink'

/**
 * The open archive of a scene: a zip of `manifest.json` (every other file with its size and SHA-256),
 * `scene.json` (the document), `scene.schema.json` (its JSON Schema) and `ink/<drawing>/<pass>.svg`,
 * one picture for each pass that holds ink, `pictures/<sha256>.<type>`, what grounds and references show, and
 * `sounds/<sha256>.<ending>`, what is heard. docs/formats.md tells it to people.
 */
const MANIFEST = 'manifest.json'
const SCENE = 'scene.json'
const SCHEMA = 'scene.schema.json'
const INK = /^ink\/([A-Za-z0-9][A-Za-z0-9_-]{0,31})\/([a-z-]+)\.svg$/
const SOUND = new RegExp(`^sounds/([0-9a-f]{64})\\.(${Object.values(SOUND_ENDINGS).join('|')})$`)
const PICTURE = /^pictures\/([0-9a-f]{64})\.(png|jpeg|webp|gif)$/

const sceneFileSchema = z.strictObject({
  format: z.literal('unhurried-sketch scene'),
  version: z.literal(1),
  scene: sceneSchema,
})
const manifestSchema = z.strictObject({
  format: z.literal('unhurried-sketch archive'),
  version: z.literal(1),
  files: z.record(z.string(), z.strictObject({ bytes: z.int().min(0), sha256: z.string().regex(/^[0-9a-f]{64}$/) })),
})

/** The published JSON Schema of `scene.json` (draft 2020-12). */
export function sceneFileJsonSchema(): object {
  return {
    $id: 'scene.schema.json',
    title: 'A scene of Unhurried Sketch',
    ...z.toJSONSchema(sceneFileSchema, { target: 'draft-2020-12', io: 'input', unrepresentable: 'any' }),
  }
}

/** An archive that cannot be read, with a sentence a person can act on. */
export class ArchiveRefused extends RangeError {
  override readonly name = 'ArchiveRefused'
}
const refuse = (sentence: string): never => {
  throw new ArchiveRefused(sentence)
}

export interface SceneWithInk {
  readonly scene: Scene
  readonly inkOf: (drawing: string, pass: Pass) => Ink
  /** Bytes of the pictures the scene names; those that are not there are left out. */
  readonly pictures?: ReadonlyMap<string, Uint8Array>
  /** Bytes of the files with sound it names, in the same way. */
  readonly sounds?: ReadonlyMap<string, Uint8Array>
}

const json = (value: unknown) => strToU8(`${JSON.stringify(value, undefined, 1)}\n`)
const entry = (bytes: Uint8Array) => ({ bytes: bytes.length, sha256: bytesToHex(sha256(bytes)) })

/** The archive's bytes; the same scene always gives the same bytes. */
export function writeArchive({ scene, inkOf, pictures, sounds }: SceneWithInk): Uint8Array {
  const files: Record<string, Uint8Array> = {
    [SCENE]: json({ format: 'unhurried-sketch scene', version: 1, scene }),
    [SCHEMA]: json(sceneFileJsonSchema()),
  }
  for (const drawing of Object.keys(scene.drawings)) {
    for (const pass of PASSES) {
      const ink = inkOf(drawing, pass)
      if (ink.length > 0) files[`ink/${drawing}/${pass}.svg`] = strToU8(inkSvg(scene, ink))
    }
  }
  for (const picture of picturesOf(scene)) {
    const bytes = pictures?.get(picture)
    if (bytes) files[`pictures/${picture}.${pictureHead(bytes).type.slice('image/'.length)}`] = bytes
  }
  for (const sound of soundFilesOf(scene)) {
    const bytes = sounds?.get(sound)
    if (bytes) files[`sounds/${sound}.${SOUND_ENDINGS[soundHead(bytes)]}`] = bytes
  }
  const manifest = json({
    format: 'unhurried-sketch archive',
    version: 1,
    files: Object.fromEntries(Object.entries(files).map(([name, bytes]) => [name, entry(bytes)])),
  })
  const dated: Zippable = Object.fromEntries(
    Object.entries({ [MANIFEST]: manifest, ...files }).map(([name, bytes]) => [
      name,
      [bytes, { mtime: new Date(Date.UTC(2000, 0, 2)), level: 6 }],
    ]),
  )
  return zipSync(dated)
}

/** One pass as a picture any program can show; what the hand did is in its `data-` attributes. */
function inkSvg(scene: Scene, ink: Ink): string {
  const { width, height } = scene.settings
  const colours = coloursOf(scene.palette)
  const paths = ink.map((piece) => inkPath(piece, colours))
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">\n${paths.join('\n')}\n</svg>\n`
}

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  parseAttributeValue: false,
  processEntities: true,
  htmlEntities: false,
  isArray: (name) => name === 'path',
})
const svgSchema = z.object({ svg: z.object({ path: z.array(z.record(z.string(), z.string())).default([]) }) })
function readInkSvg(name: string, bytes: Uint8Array): InkPiece[] {
  const text = strFromU8(bytes)
  if (/<!(DOCTYPE|ENTITY)/i.test(text))
    refuse(`The picture ${name} declares entities of its own, which no picture of ours does.`)
  const parsed = svgSchema.safeParse(parser.parse(text))
  if (!parsed.success) refuse(`The picture ${name} is not one of ours: ${sentenceOf(parsed.error)}`)
  return parsed.data!.svg.path.map((path) => {
    const piece = pieceOfPath(path)
    return piece.success
      ? quantized(piece.data)
      : refuse(`A line in ${name} cannot be read: ${sentenceOf(piece.error)}`)
  })
}

type Limits = { readonly [limit in keyof typeof ARCHIVE_LIMITS]: number }
const megabytes = (bytes: number) => `${Math.round(bytes / 1024 / 1024)} MB`

/** A name from a file nobody vouches for, as far as it can be shown. */
const legible = (name: string): string => name.replace(/[\p{C}\p{Co}\ufffd]/gu, '·').slice(0, 80)

function unpacked(bytes: Uint8Array, limits: Limits): Record<string, Uint8Array> {
  let files = 0
  let size = 0
  const names = new Set<string>()
  return unzipSync(bytes, {
    filter({ name, originalSize }) {
      if (/(^|[\\/])\.\.([\\/]|$)|^[\\/]|^[A-Za-z]:|\0/.test(name))
        refuse(`It holds a file that would lie outside it (${legible(name)}). Nothing was unpacked.`)
      // Folders by themselves hold nothing.
      if (name.endsWith('/') && originalSize === 0) return false
      if (![MANIFEST, SCENE, SCHEMA].includes(name) && !INK.test(name) && !PICTURE.test(name) && !SOUND.test(name))
        refuse(`It holds a file that does not belong in a scene (${legible(name)}).`)
      if (names.has(name)) refuse(`It holds ${legible(name)} twice.`)
      names.add(name)
      files++
      size += originalSize
      if (files > limits.files) refuse(`It holds more than ${limits.files} files.`)
      if (size > limits.unpacked) refuse(`Unpacked it would take more than ${megabytes(limits.unpacked)}.`)
      if (size > limits.swell * bytes.length + limits.plain)
        refuse('Unpacked it would be many times larger than any scene is.')
      return true
    },
  })
}

function parsedJson<S extends z.ZodType>(schema: S, name: string, bytes: Uint8Array | undefined): z.infer<S> {
  if (!bytes) return refuse(`${name} is missing.`)
  let value: unknown
  try {
    value = JSON.parse(strFromU8(bytes))
  } catch {
    refuse(`${name} is not JSON.`)
  }
  const parsed = schema.safeParse(value)
  return parsed.success ? parsed.data : refuse(`${name} is not in the expected form: ${sentenceOf(parsed.error)}`)
}

/**
 * A scene and its ink from an archive's bytes, every size, hash, schema and cross-reference checked.
 * Errors: ArchiveRefused with a sentence, whatever is wrong with the bytes.
 */
export function readArchive(
  bytes: Uint8Array,
  limits: Limits = ARCHIVE_LIMITS,
): {
  scene: Scene
  ink: Map<string, { drawing: string; pass: Pass; ink: InkPiece[] }>
  pictures: Map<string, Uint8Array>
  sounds: Map<string, Uint8Array>
} {
  try {
    if (bytes.length > limits.packed) refuse(`It is larger than ${megabytes(limits.packed)}.`)
    const files = unpacked(bytes, limits)
    const manifest = parsedJson(manifestSchema, MANIFEST, files[MANIFEST])
    const present = Object.keys(files).filter((name) => name !== MANIFEST)
    for (const name of Object.keys(manifest.files)) if (!Object.hasOwn(files, name)) refuse(`${name} is missing.`)
    for (const name of present) {
      const expected = Object.hasOwn(manifest.files, name)
        ? manifest.files[name]!
        : refuse(`${name} is not named in ${MANIFEST}.`)
      const found = entry(files[name]!)
      if (found.bytes !== expected.bytes || found.sha256 !== expected.sha256)
        refuse(`${name} is damaged: its bytes are not those that were written.`)
    }
    const { scene: raw } = parsedJson(sceneFileSchema, SCENE, files[SCENE])
    const scene = validate(raw)
    const ink = new Map<string, { drawing: string; pass: Pass; ink: InkPiece[] }>()
    const named = { pictures: new Set(picturesOf(scene)), sounds: new Set(soundFilesOf(scene)) }
    /** Files named by their own SHA-256, of which the scene speaks. */
    const filesLike = (
      pattern: RegExp,
      known: ReadonlySet<string>,
      check: (bytes: Uint8Array, ending: string) => void,
    ) =>
      new Map(
        present.flatMap((name) => {
          const [, hash, ending] = pattern.exec(name) ?? []
          if (hash === undefined) return []
          if (!known.has(hash) || manifest.files[name]!.sha256 !== hash)
            refuse(`${name} belongs to nothing in the scene.`)
          check(files[name]!, ending!)
          return [[hash, files[name]!] as const]
        }),
      )
    const pictures = filesLike(PICTURE, named.pictures, (bytes, ending) => void pictureHead(bytes, `image/${ending}`))
    const sounds = filesLike(SOUND, named.sounds, (bytes) => void soundHead(bytes))
    for (const name of present) {
      const [, drawing, pass] = INK.exec(name) ?? []
      if (drawing === undefined) continue
      const known = passSchema.safeParse(pass)
      if (!Object.hasOwn(scene.drawings, drawing) || !known.success)
        refuse(`${name} belongs to no drawing of the scene.`)
      const pieces = readInkSvg(name, files[name]!)
      if (new Set(pieces.map((piece) => piece.id)).size !== pieces.length) refuse(`${name} holds a line twice.`)
      if (pieces.some((piece) => !scene.palette.some((swatch) => swatch.id === piece.swatch)))
        refuse(`${name} uses a colour that is not in the scene.`)
      ink.set(`${drawing}/${pass}`, { drawing, pass: known.data!, ink: pieces })
    }
    for (const drawing of Object.values(scene.drawings)) {
      for (const pass of PASSES) {
        const count = ink.get(`${drawing.id}/${pass}`)?.ink.length ?? 0
        if (count !== (drawing.passes[pass] ?? 0))
          refuse(
            `Drawing ${drawing.number} should hold ${drawing.passes[pass] ?? 0} lines on its ${pass} pass and the archive has ${count}.`,
          )
      }
    }
    return { scene, ink, pictures, sounds }
  } catch (error) {
    if (error instanceof ArchiveRefused) throw error
    const why = error instanceof Error ? error.message : String(error)
    throw new ArchiveRefused(`It is not a whole zip archive of a scene (${why}).`)
  }
}

/** The whole scene as an open archive. */
export const exportArchive: Exporter = ({ scene, inkOf, pictures, sounds, stem, progress }) => {
  progress(0, 1, 'Packing the scene')
  const bytes = writeArchive({ scene, inkOf, pictures, sounds })
  if (bytes.length > ARCHIVE_LIMITS.packed)
    throw new RangeError(
      `With its sounds the archive would be larger than ${megabytes(ARCHIVE_LIMITS.packed)}, more than can be brought in again. Save the longest sound as OGG or MP3 first.`,
    )
  return { name: `${stem}-scene.zip`, type: 'application/zip', parts: [bytes] }
}
