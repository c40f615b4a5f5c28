import { soundFrame } from '@unhurried/core'
import { dueIn, PieceStore, sounded, type Passage } from './sounding'

/** A passage that is heard over and over, the first time from a frame within it. */
export interface Turns extends Passage {
  readonly from: number
}

/** Sound that plays: how long it has been heard, and its end. */
export interface PlayingSound {
  /** Seconds heard since it began; below 0 until the first sample leaves the loudspeaker. */
  readonly heard: () => number
  readonly stop: () => void
}

/** Sound is begun so long before it is due, in seconds; */
const LEAD = 0.06
/** and made ready so long before. */
const AHEAD = 1.5
/** Rise and fall of what is cut out of a sound, in seconds: without it a cut clicks. */
const EDGE = 0.003
/** A browser that has not begun to sound by then, in ms, will not: nobody has touched the page yet. */
const PATIENCE = 400
/** Nor is the first piece of a sound waited for any longer than this, in ms. */
const SOON = 2000

/** Plays the sounds of a scene to the sample, on the clock of the sound card. */
export class SoundPlayer {
  #context: AudioContext | undefined
  #isClosed = false
  readonly #pieces = new PieceStore()
  #scrubbed: (() => void) | undefined

  /** Begins to play; undefined where there is nothing to hear, or the browser does not let it be heard. */
  async play(turns: Turns): Promise<PlayingSound | undefined> {
    const first = dueIn({ ...turns, first: turns.from })
    if (first.length === 0 && dueIn(turns).length === 0) return undefined
    const context = await this.#sounding()
    if (!context) return undefined
    // What comes first is there before anything is heard, unless it cannot be had soon.
    const there = Promise.all(
      first.filter(({ at }) => at < AHEAD).map((due) => this.#pieces.of(due).catch(() => undefined)),
    )
    await Promise.race([there, new Promise((resolve) => setTimeout(resolve, SOON))])
    if (this.#isClosed) return undefined
    const out = new GainNode(context)
    out.connect(context.destination)
    const began = context.currentTime + LEAD
    let stopped = false
    void this.#pump(turns, { out, began, isStopped: () => stopped || this.#isClosed })
    return {
      heard: () => audibleTime(context) - began,
      stop() {
        stopped = true
        out.gain.setTargetAtTime(0, context.currentTime, EDGE)
        setTimeout(() => out.disconnect(), 100)
      },
    }
  }

  /** Lets be heard what lies under one frame. */
  async scrub({ sounds, fps }: Pick<Passage, 'sounds' | 'fps'>, frame: number): Promise<void> {
    this.#scrubbed?.()
    let over = false
    let silence = () => {}
    this.#scrubbed = () => {
      over = true
      silence()
    }
    const under = dueIn({ sounds, fps, first: frame, last: frame })
    const context = under.length > 0 ? await this.#sounding() : undefined
    // Another frame may have been gone to meanwhile.
    if (!context || over) return
    const out = new GainNode(context)
    out.connect(context.destination)
    silence = () => out.disconnect()
    for (const due of under) {
      const buffer = await this.#pieces.of(due).catch(() => undefined)
      if (over || !buffer) continue
      const { first, next } = soundFrame(frame, {
        ...{ fps, rate: buffer.sampleRate },
        ...{ start: due.sound.start, from: due.sound.from },
      })
      const edges = edgesOver(context, (next - first) / buffer.sampleRate)
      edges.connect(out)
      sounded(context, { due, buffer, when: context.currentTime + due.at, out: edges })
    }
  }

  close(): void {
    // What is still being fetched is heard by nobody.
    this.#isClosed = true
    this.#scrubbed?.()
    this.#pieces.close()
    void this.#context?.close()
  }

  /** Makes everything ready a little before it is due, turn after turn. */
  async #pump(
    turns: Turns,
    { out, began, isStopped }: { out: GainNode; began: number; isStopped: () => boolean },
  ): Promise<void> {
    const context = out.context
    let [from, turn] = [turns.from, 0]
    while (!isStopped()) {
      for (const due of dueIn({ ...turns, first: from })) {
        await until(() => isStopped() || context.currentTime > began + turn + due.at - AHEAD)
        // A piece that cannot be had is silent; the others go on.
        const buffer = isStopped() ? undefined : await this.#pieces.of(due).catch(() => undefined)
        if (isStopped()) return
        if (buffer) sounded(context, { due, buffer, when: began + turn + due.at, out })
      }
      turn += (turns.last + 1 - from) / turns.fps
      from = turns.first
      await until(() => isStopped() || context.currentTime > began + turn - AHEAD)
    }
  }

  async #sounding(): Promise<AudioContext | undefined> {
    if (this.#isClosed) return undefined
    const context = (this.#context ??= new AudioContext({ latencyHint: 'interactive' }))
    if (context.state !== 'running')
      await Promise.race([context.resume(), new Promise((resolve) => setTimeout(resolve, PATIENCE))])
    // A context that is closed says so only a little later.
    return context.state === 'running' && !this.#isClosed ? context : undefined
  }
}

/** Lets through what is heard from now on for so many seconds, rising and falling within them. */
function edgesOver(context: AudioContext, seconds: number): GainNode {
  const edges = new GainNode(context, { gain: 0 })
  const now = context.currentTime
  edges.gain.setValueAtTime(0, now)
  edges.gain.linearRampToValueAtTime(1, now + EDGE)
  edges.gain.setValueAtTime(1, now + Math.max(EDGE, seconds - EDGE))
  edges.gain.linearRampToValueAtTime(0, now + Math.max(2 * EDGE, seconds))
  return edges
}

/** The time of the context that leaves the loudspeaker now. */
function audibleTime(context: AudioContext): number {
  const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
  if (contextTime > 0 && performanceTime > 0) return contextTime + (performance.now() - performanceTime) / 1000
  return context.currentTime - (context.outputLatency || context.baseLatency || 0)
}

/** Waits until something is so, looking a few times a second. */
const until = (isSo: () => boolean) =>
  new Promise<void>((resolve) => {
    const look = () => (isSo() ? resolve() : void setTimeout(look, 100))
    look()
  })
