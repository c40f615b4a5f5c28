import {
  beginsWith,
  drawingsOf,
  inkKey,
  PASSES,
  picturesOf,
  pictureRuns,
  seenAt,
  type InkPiece,
  type PictureRun,
  type ReelTimes,
  type Scene,
  type ShotSeen,
} from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { inWords } from '../../api/in-words'
import { api, type ShelvedScene } from '../../api/api'
import { createInkStore } from '../../session/ink-store'
import { pictures } from '../../stage/pictures/pictures'
import { fitted, type Layer } from '../../stage/reel/moment'
import { WorkerClient } from '../../workers/client'
import { reelReportSchema, type ReelOrder, type ReelReport } from '../../workers/reel/messages'

/** What pictures kept may take, in bytes; and seconds before the playhead that are made ready. */
const BUDGET = 240e6
const AHEAD = 4
/** Scenes are fetched so many seconds before they are seen; and so many stay at hand. */
const FETCHED_AHEAD = 12
const MOST_SCENES = 16
/** Frames whose pictures are asked for at once: the worker is not idle while one is on its way. */
const AT_ONCE = 6
const DIED = 'The painting of the reel stopped unexpectedly. Nothing was changed; play it again.'

interface Played {
  readonly scene: Scene
  readonly runs: readonly PictureRun[]
  readonly ink: ReturnType<typeof createInkStore>
  readonly told: Set<string>
}
interface Size {
  readonly width: number
  readonly height: number
}
/** Pictures of a reel, painted by a worker ahead of the playhead and kept while there is room. */
export class ReelPictures {
  readonly #client = new WorkerClient<ReelOrder, ReelReport>({
    start: () => new Worker(new URL('../../workers/reel/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: reelReportSchema,
    died: DIED,
    onEnd: () => this.#played.clear(),
  })
  readonly #played = new LRUCache<string, Promise<Played>>({
    max: MOST_SCENES,
    dispose: (_, name) => this.#client.isRunning && this.#client.tell({ kind: 'forget', id: 0, name }),
  })
  readonly #kept: LRUCache<string, ImageBitmap>
  readonly #most: number
  #times: ReelTimes | undefined
  #scenes: ReadonlyMap<string, ShelvedScene> = new Map()
  readonly #painting = new Map<string, Promise<void>>()
  #head = 1
  #isFilling = false
  #ended = false

  constructor(
    private readonly frame: Size,
    private readonly told: { readonly onReady: () => void; readonly onTrouble: (sentence: string) => void },
  ) {
    this.#most = Math.max(8, Math.floor(BUDGET / (frame.width * frame.height * 4)))
    this.#kept = new LRUCache({ max: this.#most, dispose: (image) => image.close() })
  }

  show(times: ReelTimes, scenes: readonly ShelvedScene[]): void {
    this.#times = times
    this.#scenes = new Map(scenes.map((scene) => [scene.id, scene]))
  }

  /** What is seen on a frame; undefined while some of it is not painted. */
  at(frame: number): readonly Layer[] | undefined {
    const layers: Layer[] = []
    for (const seen of this.#times ? seenAt(this.#times, frame) : []) {
      const image = this.#imageOf(seen)
      if (image === undefined) return undefined
      layers.push({ image, strength: seen.strength })
    }
    return layers
  }

  /** From now on pictures from this frame on are made ready. */
  ahead(head: number): void {
    this.#head = head
    if (!this.#isFilling) void this.#fill()
  }

  /** Whether all pictures of so many seconds from a frame on are ready, or there is no room for more. */
  isReady(frame: number, seconds: number): boolean {
    return this.#window(frame, seconds).every((each) => this.at(each) !== undefined)
  }

  /** A small picture of the first frame of a shot. Rejects with a sentence. */
  async small(shot: number, width: number, height: number): Promise<ImageBitmap | undefined> {
    const time = this.#times?.shots[shot]
    const entry = time && this.#entryOf(time.shot.scene)
    if (!entry) return undefined
    return this.#painted(entry, time.first, { width, height })
  }

  end(): void {
    this.#ended = true
    this.#client.stop()
    this.#kept.clear()
  }

  #entryOf = (scene: string | undefined) => (scene === undefined ? undefined : this.#scenes.get(scene))

  #imageOf({ at, frame }: ShotSeen): Layer['image'] | undefined {
    const { shot } = this.#times!.shots[at]!
    const entry = this.#entryOf(shot.scene)
    // A story picture stands until something is drawn.
    if (shot.picture && (!entry || entry.done === 0)) return pictures.of(shot.picture)
    if (!entry) return 'black'
    const name = this.#nameOf({ at, frame })
    return name === undefined ? undefined : this.#kept.get(name)
  }

  /** The name of the picture of a scene's frame; undefined where the scene is not fetched. */
  #nameOf({ at, frame }: Omit<ShotSeen, 'strength'>): string | undefined {
    const entry = this.#entryOf(this.#times!.shots[at]!.shot.scene)
    const runFrame = entry && this.#runFrames.get(nameOf(entry))
    return runFrame && `${nameOf(entry)} ${runFrame(frame)}`
  }

  /** First frames of the runs of scenes that were fetched, by their name. */
  readonly #runFrames = new Map<string, (frame: number) => number>()

  /** Frames of the next seconds, over the end to the beginning again. */
  #framesFrom(frame: number, seconds: number): number[] {
    const { frames = 0, fps = 24 } = this.#times ?? {}
    const count = Math.min(frames, Math.ceil(seconds * fps))
    return Array.from({ length: count }, (_, i) => ((frame - 1 + i) % frames) + 1)
  }

  /** As many of them as there is room for pictures. */
  #window(frame: number, seconds: number): number[] {
    const names = new Set<string>()
    const all = this.#framesFrom(frame, seconds)
    const beyond = all.findIndex((each) => {
      for (const seen of seenAt(this.#times!, each)) names.add(this.#nameOf(seen) ?? `${each}`)
      return names.size > this.#most - 4
    })
    return beyond < 0 ? all : all.slice(0, beyond)
  }

  /** Makes ready whatever comes first and is not, some pictures at a time, until all is or no more comes of it. */
  async #fill(): Promise<void> {
    this.#isFilling = true
    try {
      for (let before: number[] = []; ;) {
        this.#fetchAhead()
        const lacking = this.#window(this.#head, AHEAD).filter((each) => this.at(each) === undefined)
        const next = lacking.slice(0, AT_ONCE)
        // A story picture that cannot be had stays away: whoever asks again tries again.
        const isSame = next.length > 0 && beginsWith(before, next)
        if (next.length === 0 || isSame || this.#ended) return
        await Promise.all(next.flatMap((frame) => seenAt(this.#times!, frame).map((seen) => this.#ready(seen))))
        before = next
        this.told.onReady()
      }
    } catch (error) {
      if (!this.#ended) this.told.onTrouble(inWords(error))
    } finally {
      this.#isFilling = false
    }
  }

  /** Begins to fetch the scenes that come soon. */
  #fetchAhead(): void {
    const frames = this.#framesFrom(this.#head, FETCHED_AHEAD).filter((_, i) => i % 6 === 0)
    const soon = new Set(frames.flatMap((frame) => seenAt(this.#times!, frame).map(({ at }) => at)))
    // Shots of a frame or two each must not push out what is seen now.
    for (const at of [...soon].slice(0, MOST_SCENES / 2)) {
      const { shot, first, last } = this.#times!.shots[at]!
      const entry = this.#entryOf(shot.scene)
      if (!entry) continue
      void this.#load(entry)
        .then((played) => played.ink.ensure(drawingsBetween(played, first, last)))
        // Whoever needs it tells of it.
        .catch(() => undefined)
    }
  }

  async #ready({ at, frame }: ShotSeen): Promise<void> {
    const { shot } = this.#times!.shots[at]!
    const entry = this.#entryOf(shot.scene)
    if (shot.picture && (!entry || entry.done === 0)) return pictures.ready([shot.picture])
    if (!entry) return
    await this.#load(entry)
    const name = this.#nameOf({ at, frame })!
    if (this.#kept.has(name) || this.#painting.has(name)) return this.#painting.get(name)
    const job = this.#painted(entry, frame, fitted(entry, this.frame)).then((image) => {
      if (this.#ended) image.close()
      else this.#kept.set(name, image)
    })
    this.#painting.set(name, job)
    await job.finally(() => this.#painting.delete(name))
  }

  #load(entry: ShelvedScene): Promise<Played> {
    const name = nameOf(entry)
    let played = this.#played.get(name)
    if (!played) {
      played = this.#fetched(entry)
      this.#played.set(name, played)
      played.catch(() => this.#played.delete(name))
    }
    return played
  }

  async #fetched(entry: ShelvedScene): Promise<Played> {
    const { scene } = await api.readPlayed(entry.id, entry.version)
    const files = await pictures.files(picturesOf(scene))
    this.#client.tell({ kind: 'scene', id: 0, name: nameOf(entry), scene, files })
    const played = { scene, runs: pictureRuns(scene), ink: createInkStore(entry.id), told: new Set<string>() }
    this.#runFrames.set(nameOf(entry), (frame) => runAt(played, frame).frame)
    return played
  }

  /** A scene that was pushed out meanwhile is told once more. */
  async #painted(entry: ShelvedScene, frame: number, size: Size): Promise<ImageBitmap> {
    try {
      return await this.#paintedBy(await this.#load(entry), entry, frame, size)
    } catch (error) {
      if (this.#ended || this.#played.has(nameOf(entry))) throw error
      return this.#paintedBy(await this.#load(entry), entry, frame, size)
    }
  }

  async #paintedBy(played: Played, entry: ShelvedScene, frame: number, size: Size): Promise<ImageBitmap> {
    const run = runAt(played, frame)
    await played.ink.ensure(drawingsOf(run))
    const fresh = drawingsOf(run).filter((drawing) => !played.told.has(drawing))
    const ink = new Map<string, InkPiece[]>()
    for (const drawing of fresh) {
      played.told.add(drawing)
      for (const pass of PASSES) ink.set(inkKey(drawing, pass), [...played.ink.inkOf(drawing, pass)])
    }
    const name = nameOf(entry)
    if (ink.size > 0) this.#client.tell({ kind: 'ink', id: 0, name, ink })
    const { image } = await this.#client.ask({ kind: 'paint', name, frame: run.frame, ...size })
    return image
  }
}

const nameOf = ({ id, version }: ShelvedScene): string => `${id} ${version}`
const runAt = ({ runs }: Played, frame: number): PictureRun => runs.findLast((run) => run.frame <= frame)!
const drawingsBetween = ({ runs }: Played, first: number, last: number): string[] =>
  runs.filter((run) => run.frame <= last && run.frame + run.frames > first).flatMap(drawingsOf)
