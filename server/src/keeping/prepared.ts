import {
  applyEdit,
  editInWords,
  inkAfter,
  inkKey,
  LIMITS,
  packInk,
  pictureHead,
  readArchive,
  type Edit,
  type Ink,
  type Pass,
  type Scene,
} from '@unhurried/core'
import { summaryOf, type Summary } from '@unhurried/core/api'
import type { PassBytes } from './ink'
import type { KeptPicture } from './files/pictures'

const encoder = new TextEncoder()

/** A scene with its history, ready to be written: what is large is bytes, so that it passes between threads without being copied. */
export interface Prepared {
  /** Its beginning and its end as JSON. */
  readonly start: string
  readonly document: string
  readonly summary: Summary
  /** Each edit as JSON in UTF-8. */
  readonly edits: readonly {
    readonly edit: Uint8Array<ArrayBuffer>
    readonly words: string
    readonly kind: Edit['type']
    readonly drawing: string | null
  }[]
  readonly ink: readonly PassBytes[]
  readonly pictures: readonly KeptPicture[]
  readonly sounds: readonly { readonly hash: string; readonly bytes: Uint8Array }[]
}

/**
 * A scene from an archive: its lines become the first edits of its history, so that every moment of it can
 * be looked at. Errors: ArchiveRefused.
 */
export function preparedArchive(bytes: Uint8Array): Prepared {
  const { scene, ink, pictures, sounds } = readArchive(bytes)
  const bare: Scene = {
    ...scene,
    drawings: Object.fromEntries(
      Object.entries(scene.drawings).map(([key, drawing]) => [key, { ...drawing, passes: {} }]),
    ),
    levels: Object.fromEntries(
      Object.entries(scene.levels).map(([key, { locked: _, ...level }]) => [key, withoutPassLocks(level)]),
    ),
  }
  const lines = [...ink.values()].flatMap(({ drawing, pass, ink: pieces }) => inEdits(drawing, pass, pieces))
  const locks = Object.values(scene.levels).flatMap(({ id, locked, passes }): Edit[] => {
    const lockedPass = Object.values(passes ?? {}).some((pass) => pass.locked)
    return locked || lockedPass
      ? [{ type: 'level.set', level: id, fields: { ...(locked && { locked }), ...(lockedPass && { passes }) } }]
      : []
  })
  const shown = [...pictures].map(([hash, picture]) => ({ hash, ...pictureHead(picture), bytes: picture }))
  const heard = [...sounds].map(([hash, sound]) => ({ hash, bytes: sound }))
  return { ...prepared(bare, [...lines, ...locks]), pictures: shown, sounds: heard }
}

type Level = Scene['levels'][string]
function withoutPassLocks(level: Level): Level {
  if (!level.passes) return level
  const passes = Object.fromEntries(
    Object.entries(level.passes).map(([pass, { locked: _, ...state }]) => [pass, state]),
  )
  return { ...level, passes }
}

/** A beginning and the edits made on it. Errors: EditRefused when one cannot be made. */
export function prepared(start: Scene, edits: readonly Edit[]): Prepared {
  let scene = start
  const ink = new Map<string, { drawing: string; pass: Pass; ink: Ink }>()
  const rows = edits.map((edit) => {
    const words = editInWords(edit, scene)
    scene = applyEdit(scene, edit).scene
    for (const written of inkAfter(edit, (drawing, pass) => ink.get(inkKey(drawing, pass))?.ink ?? []))
      ink.set(inkKey(written.drawing, written.pass), written)
    return {
      edit: encoder.encode(JSON.stringify(edit)),
      words,
      kind: edit.type,
      drawing: edit.type === 'ink.change' ? edit.drawing : null,
    }
  })
  return {
    start: JSON.stringify(start),
    document: JSON.stringify(scene),
    summary: summaryOf(scene),
    edits: rows,
    ink: [...ink.values()].map(({ drawing, pass, ink: pieces }) => ({ drawing, pass, bytes: packInk(pieces) })),
    pictures: [],
    sounds: [],
  }
}

/** Some ink as edits that put it on, none larger than an edit may be. */
function inEdits(drawing: string, pass: Pass, ink: Ink): Edit[] {
  const edits: Edit[] = []
  for (let from = 0; from < ink.length; from += LIMITS.piecesPerEdit) {
    edits.push({
      type: 'ink.change',
      drawing,
      pass,
      remove: [],
      add: ink.slice(from, from + LIMITS.piecesPerEdit).map((piece, i) => ({ at: from + i, piece })),
    })
  }
  return edits
}
