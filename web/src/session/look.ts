import { answerId, answerTo, type Evidence } from '@unhurried/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import {
  evidenceOf,
  lookReportSchema,
  type Found,
  type LookOrder,
  type LookTransition,
  type Proposed,
  type SeenFinding,
} from '../workers/look/messages'
import { sayWhy, useScene } from './scene'

/** After a change the drawings are looked at again once the hand has paused, in milliseconds. */
const PAUSE = 900
const DIED = 'Looking at the drawings stopped unexpectedly. Nothing was changed; look again.'

/** What Second look found in the scene that is open, kept new as it changes. */
export const useLook = defineStore('look', () => {
  const scene = useScene()
  const found = shallowRef<Found>()
  const progress = ref<{ done: number; of: number; words: string }>()
  /** Where a landmark may lie, dotted until accepted. */
  const proposals = shallowRef<readonly Proposed[]>([])
  /** The order to follow a landmark that is not answered yet; 0 none. */
  const following = ref(0)
  /** The finding that is shown on the paper. */
  const shown = shallowRef<SeenFinding>()
  const trouble = ref('')
  let worker: Worker | undefined
  let release = () => {}
  /** Orders are counted; the last of each kind is the one that is answered. */
  let orders = 0
  let looking = 0
  let soon = 0
  /** Nobody has asked to look yet: nothing is measured behind the animator's back on a large scene. */
  const wanted = ref(false)

  function end() {
    clearTimeout(soon)
    release()
    release = () => {}
    worker?.terminate()
    worker = undefined
    progress.value = undefined
    following.value = 0
  }
  function tell(order: LookOrder) {
    worker?.postMessage(order)
  }
  function start() {
    worker = new Worker(new URL('../workers/look/worker.ts', import.meta.url), { type: 'module' })
    const own = worker
    const died = () => {
      if (own !== worker) return
      if (following.value > 0) sayWhy(new Error(DIED))
      end()
      trouble.value = DIED
    }
    own.onerror = died
    own.onmessageerror = died
    own.onmessage = (event: MessageEvent<unknown>) => {
      const parsed = lookReportSchema.safeParse(event.data)
      if (!parsed.success) return died()
      const report = parsed.data
      if (
        report.id !== 0 &&
        report.id === following.value &&
        (report.kind === 'followed' || report.kind === 'failed')
      ) {
        following.value = 0
        if (report.kind === 'failed') return sayWhy(new Error(report.sentence))
        proposals.value = report.proposals
        if (report.proposals.length === 0)
          sayWhy(
            new Error(
              'It cannot be told where this lies on the next drawing. Pin it there by hand, then follow on from it.',
            ),
          )
        return
      }
      // What answers no order is about the copy of the scene itself: the next look begins from another.
      if (report.id === 0 && report.kind === 'failed') {
        end()
        trouble.value = report.sentence
        return
      }
      if (report.id !== looking) return
      if (report.kind === 'progress') {
        progress.value = report
        return
      }
      progress.value = undefined
      if (report.kind === 'failed') trouble.value = report.sentence
      if (report.kind === 'found') {
        trouble.value = ''
        found.value = report
      }
    }
    const { session } = scene
    const { confirmed: document, version, waiting } = session!
    tell({ kind: 'open', scene: scene.id, document, version, waiting: [...waiting] })
    release = session!.onTransition((transition) => {
      tell({ kind: 'happened', transition: transition as LookTransition })
      if (transition.kind !== 'confirmed') later()
    })
  }
  function later() {
    clearTimeout(soon)
    if (wanted.value) soon = window.setTimeout(() => look(), PAUSE)
  }
  /** Looks at what changed, or at everything anew. */
  function look(whole = false) {
    if (!scene.working) return
    clearTimeout(soon)
    wanted.value = true
    trouble.value = ''
    if (!worker) start()
    progress.value ??= { done: 0, of: 1, words: 'Measuring' }
    tell({
      kind: 'look',
      id: (looking = ++orders),
      take: scene.take,
      limits: toRaw(scene.limits),
      whole,
    })
  }
  /** Asks where a landmark lies on the drawings after this one. */
  function follow(drawing: string, landmark: string) {
    if (!worker) start()
    proposals.value = []
    following.value = ++orders
    tell({ kind: 'follow', id: following.value, take: scene.take, drawing, landmark })
  }
  /** Pins all that is proposed, in one step. */
  function accept() {
    const eighth = (value: number) => Math.round(value * 8) / 8
    const edits = proposals.value
      .filter(({ drawing }) => scene.scene?.drawings[drawing])
      .map(({ drawing, landmark, x, y }) => ({
        type: 'pin.set' as const,
        drawing,
        landmark,
        pin: { x: eighth(x), y: eighth(y) },
      }))
    proposals.value = []
    if (edits.length > 0)
      scene.change({ type: 'together', words: `a landmark followed over ${edits.length} drawings`, edits })
  }

  function stop() {
    clearTimeout(soon)
    looking = 0
    progress.value = undefined
    tell({ kind: 'stop' })
  }

  // A scene that is shut is looked at from nothing when it is opened again: others may have drawn on it.
  watch(
    () => scene.working === undefined,
    (shut) => {
      if (!shut) return
      end()
      found.value = shown.value = undefined
      proposals.value = []
      wanted.value = false
    },
    { flush: 'sync' },
  )
  watch(
    () => scene.take,
    () => wanted.value && look(),
  )

  const open = computed(() => (found.value?.findings ?? []).filter(({ meant }) => meant === undefined))
  /** Findings to be looked at, by drawing, worst severity first as they come. */
  const byDrawing = computed(() => {
    const map = new Map<string, SeenFinding[]>()
    for (const finding of open.value)
      for (const drawing of finding.drawings) map.set(drawing, [...(map.get(drawing) ?? []), finding])
    return map
  })

  /** The same by square of the sheet, `level:frame`: the first sentence on it. */
  const bySquare = computed(() => {
    const map = new Map<string, string>()
    for (const { level, frames, sentence } of open.value)
      for (const frame of frames)
        if (level !== undefined && !map.has(`${level}:${frame}`)) map.set(`${level}:${frame}`, sentence)
    return map as ReadonlyMap<string, string>
  })

  /** Answers a finding: it is meant. */
  async function mean(finding: SeenFinding, reason: string) {
    await scene.loadInk()
    const { meant: _, ...bare } = finding
    try {
      if (
        !scene.change({
          type: 'answer.put',
          id: answerId(bare),
          answer: answerTo(scene.working!, bare, scene.ink!.inkOf, reason),
        })
      )
        return
    } catch (error) {
      return sayWhy(error)
    }
    look()
  }
  function takeBack(finding: SeenFinding) {
    if (scene.change({ type: 'answer.remove', id: answerId(finding) })) look()
  }
  /** Puts a finding on the paper: its frame, its level, and the drawings that show the fault under the light. */
  function show(finding: SeenFinding) {
    shown.value = finding
    if (finding.level !== undefined && scene.scene?.levels[finding.level]) scene.level = finding.level
    const [first] = finding.drawings
    const frame = finding.frames.at(-1) ?? 1
    if (first !== undefined && finding.frames.length === 0) scene.showDrawing(first)
    else scene.goTo(frame)
  }
  /** Whether a finding that was shown is still found, once it was measured again. */
  const mended = computed(() => {
    const now = shown.value
    return now !== undefined && !found.value?.findings.some((each) => answerId(each) === answerId(now))
  })
  const evidence = computed<readonly Evidence[]>(() => {
    const now = shown.value
    if (!now) return []
    const is =
      found.value?.findings.find((each) => answerId(each) === answerId(now)) ?? (mended.value ? undefined : now)
    return is ? evidenceOf(is) : []
  })

  return {
    proposals,
    following,
    follow,
    accept,
    refuse: () => (proposals.value = []),
    found,
    open,
    byDrawing,
    bySquare,
    progress,
    trouble,
    shown,
    evidence,
    mended,
    wanted,
    look,
    stop,
    mean,
    takeBack,
    show,
    hide: () => (shown.value = undefined),
  }
})
