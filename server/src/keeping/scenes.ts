import { randomUUID } from 'node:crypto'
import {
  newScene,
  packPasses,
  pencilTest,
  playedScene,
  sameSetUp,
  type Limits,
  type Scene,
  type Settings,
  type Swatch,
} from '@unhurried/core'
import { type KeptEdit, type SentEdit } from '@unhurried/core/api'
import type pg from 'pg'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import { productionEntity } from '../database/entities'
import { poolOf } from '../database/pool'
import { KeepingRefused } from './refused'
import { archiveRead } from './archives'
import { linesOf } from './ink'
import { prepared } from './prepared'
import { foundOf } from './shelf/found'
import { shelfOf } from './shelf/shelf'
import { shelvedBy } from './shelf/shelf-rows'
import { sceneNow } from './hot-scene'
import { HotScenes } from './hot-scenes'
import { keptSince } from './kept-since'
import { Upkeep } from './upkeep'
import { SceneWriter } from './writer'
import { NO_PRODUCTION, insertScene } from './insert'
import { Forgetting } from './shelf/forgetting'
import { copyRows, shelvingOf, type ShelfPlace } from './shelf/shelving'
import { productionsOf } from './productions'

interface SceneCopy {
  readonly id: string
  readonly name: string
  readonly copies: 'everything' | 'set-up'
  readonly production?: string | undefined
}

/** Keeps scenes, their history and their lines in the database. Every change goes through `applyEdit`. */
export class SceneService {
  readonly shelf: ReturnType<typeof shelfOf> & ReturnType<typeof foundOf>
  readonly shelving: ReturnType<typeof shelvingOf>
  readonly forgetting: Forgetting
  readonly productions: ReturnType<typeof productionsOf>
  readonly #pool: pg.Pool
  readonly #upkeep: Upkeep
  readonly #hot: HotScenes
  readonly #writer: SceneWriter
  #onKept = (_edits: number): void => undefined

  constructor(
    private readonly database: DataSource,
    private readonly log: Logger,
  ) {
    this.#pool = poolOf(database)
    this.#upkeep = new Upkeep(this.#pool, log)
    this.#hot = new HotScenes(this.#pool, (hot) => {
      void this.#upkeep.opened(hot).catch((error: unknown) => log.warn({ err: error }, 'upkeep not looked for'))
    })
    this.#upkeep.of(this.#hot)
    this.#writer = new SceneWriter(this.#pool, this.#hot, this.#upkeep, (edits) => this.#onKept(edits))
    const shelved = shelvedBy(this.#hot, this.#upkeep)
    this.shelf = { ...shelfOf(this.#pool, shelved), ...foundOf(this.#pool, shelved) }
    this.shelving = shelvingOf(this.#pool)
    this.productions = productionsOf(this.#pool)
    this.forgetting = new Forgetting(this.#pool, log, (scene) => this.#hot.drop(scene))
  }

  async createProduction({ id, name, limitsOf }: { id: string; name: string; limitsOf?: string | undefined }) {
    const like = limitsOf && (await this.database.getRepository(productionEntity).findOneBy({ id: limitsOf }))
    await this.database
      .getRepository(productionEntity)
      .createQueryBuilder()
      .insert()
      .values({
        id,
        name,
        ...(like && { limits: like.limits }),
        position: () => '(SELECT COALESCE(max(position), 0) + 1 FROM production)',
      })
      .orIgnore()
      .execute()
    return { id, name }
  }

  async setLimits(id: string, limits: Limits): Promise<Limits> {
    const { affected } = await this.database.getRepository(productionEntity).update({ id }, { limits })
    if (affected === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
    return limits
  }

  /** Makes an empty scene; the same id again gives the scene that is there. */
  async createScene({
    id,
    production,
    settings,
    palette,
  }: {
    id: string
    production: string
    settings: Settings
    palette?: readonly Swatch[]
  }) {
    await insertScene(this.#pool, { id, production, prepared: prepared(newScene(settings, palette), []) })
    return this.readScene(id)
  }

  async readScene(id: string) {
    const hot = await this.#hot.newest(id)
    const { production, version, notice } = hot
    const scene = sceneNow(hot)
    const { limits } = await this.database.getRepository(productionEntity).findOneByOrFail({ id: production })
    return { id, production, version, scene, limits, ...(notice !== '' && { notice }) }
  }

  /** The first seconds of a scene with only what they show, for its pencil test on the shelf. */
  async readTest(id: string): Promise<{ version: number; scene: Scene }> {
    const hot = await this.#hot.newest(id)
    return { version: hot.version, scene: pencilTest(sceneNow(hot)) }
  }

  /** A scene with only what a reel shows and lets be heard of it. */
  async readPlayed(id: string): Promise<{ version: number; scene: Scene }> {
    const hot = await this.#hot.newest(id)
    return { version: hot.version, scene: playedScene(sceneNow(hot)) }
  }

  editsSince(scene: string, version: number): Promise<KeptEdit[]> {
    return keptSince(this.#pool, scene, version)
  }

  /** The lines of some drawings of a scene, packed; drawings without any are simply absent. */
  async readInk(scene: string, drawings: readonly string[]): Promise<Uint8Array> {
    return packPasses(await linesOf(this.#pool, scene, drawings))
  }

  /** Brings in a scene from an archive. Errors: ArchiveRefused, and then nothing was written. */
  async putArchive({ id, production, bytes }: { id: string; production: string; bytes: Uint8Array }) {
    await this.#requireProduction(production)
    await insertScene(this.#pool, { id, production, prepared: await archiveRead(bytes) })
    return this.readScene(id)
  }

  async #requireProduction(id: string): Promise<void> {
    const found = await this.#pool.query('SELECT FROM production WHERE id = $1', [id])
    if (found.rowCount === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
  }

  /** Names a scene anew, as a step of its history, and changes its place on the shelf. */
  async shelveScene(id: string, { name, ...place }: { name?: string | undefined } & ShelfPlace): Promise<void> {
    if (name !== undefined) {
      const { version } = await this.#hot.newest(id)
      await this.keep(id, version, [{ id: randomUUID(), edit: { type: 'scene.set', settings: { name } } }])
      await this.#upkeep.keepSummary(await this.#hot.newest(id))
    }
    await this.shelving.shelveScene(id, place)
  }

  /** Copies a scene, whole or its set-up alone, to stand right after it or last in a production. */
  async copyScene(from: string, { id, name, copies, production: into }: SceneCopy) {
    if (into !== undefined) await this.#requireProduction(into)
    const { scene, version, production } = await this.readScene(from)
    if (copies === 'set-up')
      await insertScene(this.#pool, { id, production, prepared: prepared(sameSetUp(scene, name), []) })
    else {
      await copyRows(this.#pool, from, id)
      await this.keep(id, version, [{ id: `copied-${id}`, edit: { type: 'scene.set', settings: { name } } }])
    }
    if (into === undefined) await this.shelving.shelveAfter(id, from)
    else await this.shelving.shelveScene(id, { production: into, before: null })
    return { id }
  }

  /** Opens scenes that no version with summaries has opened yet, one after the other: each is made whole, and the shelf need not wait for it. */
  async carryOver(): Promise<void> {
    const { rows } = await this.#pool.query<{ id: string }>(
      'SELECT id FROM scene WHERE summary IS NULL ORDER BY position',
    )
    for (const { id } of rows) {
      try {
        await this.#upkeep.keepSummary(await this.#hot.get(id))
      } catch (error) {
        this.log.warn({ err: error, scene: id }, 'a scene cannot be carried over')
      }
      this.#hot.drop(id)
    }
  }

  keep(id: string, base: number, sent: readonly SentEdit[]): Promise<{ version: number }> {
    return this.#writer.keep(id, base, sent)
  }

  /** Calls `listener` with how many edits were kept, whenever some were. */
  onKept(listener: (edits: number) => void): void {
    this.#onKept = listener
  }

  /** What is in memory, for those who watch the server. */
  get inMemory(): { scenes: number; bytes: number } {
    return this.#hot.size
  }

  async close(): Promise<void> {
    await this.forgetting.close()
    await this.#upkeep.close()
  }
}
