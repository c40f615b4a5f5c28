import { PASSES, answerId, answerTo, exceptionFor, exceptionOf, learntFrom, type Evidence } from '@unhurried/core'
import { computed, shallowRef, type Ref } from 'vue'
import { evidenceOf, type Found, type SeenFinding } from '../workers/look/messages'
import { sayWhy, useScene } from './scene'

/** What was found: by drawing, by square of the sheet, the one that is shown, and answers to it. */
export function useFindings(found: Ref<Found | undefined>, lookAgain: () => void) {
  const scene = useScene()
  /** The finding that is shown on the paper. */
  const shown = shallowRef<SeenFinding>()

  const open = computed(() => (found.value?.findings ?? []).filter(({ meant }) => meant === undefined))
  /** Findings to be looked at, by drawing, worst severity first as they come. */
  const byDrawing = computed(() => {
    const map = new Map<string, SeenFinding[]>()
    for (const finding of open.value)
      for (const drawing of finding.drawings) map.set(drawing, [...(map.get(drawing) ?? []), finding])
    return map
  })
  /** The same by square of the sheet, `level:frame`: the first sentence on it. */
  const bySquare = computed<ReadonlyMap<string, string>>(() => {
    const map = new Map<string, string>()
    for (const { level, frames, sentence } of open.value)
      for (const frame of frames)
        if (level !== undefined && !map.has(`${level}:${frame}`)) map.set(`${level}:${frame}`, sentence)
    return map
  })

  /** Answers a finding: it is meant. */
  async function mean(finding: SeenFinding, reason: string) {
    if (!(await scene.allInk())) return
    const { meant: _, ...bare } = finding
    try {
      const answer = answerTo(scene.working!, bare, scene.ink!.inkOf, reason)
      if (scene.change({ type: 'answer.put', id: answerId(bare), answer })) lookAgain()
    } catch (error) {
      sayWhy(error)
    }
  }
  /** The level does that: whatever the check finds on it is meant. */
  function meanAlways(finding: SeenFinding, reason: string) {
    if (scene.change({ type: 'answer.put', ...exceptionFor(finding, reason) })) lookAgain()
  }
  /** Why findings like this one could be meant on all of the level, once enough were answered. */
  const offered = (finding: SeenFinding) => (scene.scene ? learntFrom(scene.scene, finding) : undefined)
  const isAlways = (finding: SeenFinding) =>
    scene.scene !== undefined && exceptionOf(scene.scene, finding) !== undefined
  function takeBack(finding: SeenFinding) {
    const id = isAlways(finding) ? exceptionFor(finding, '').id : answerId(finding)
    if (scene.change({ type: 'answer.remove', id })) lookAgain()
  }

  /** Takes the piece of ink that is the whole fault out of its drawing. */
  function takeOut({ takeOut: wish }: SeenFinding) {
    if (!wish || !scene.ink) return
    const { drawing } = wish
    for (const pass of PASSES) {
      const at = scene.ink.inkOf(drawing, pass).findIndex(({ id }) => id === wish.piece)
      const piece = scene.ink.inkOf(drawing, pass)[at]
      if (piece) scene.change({ type: 'ink.change', drawing, pass, remove: [{ at, piece }], add: [] })
    }
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
  /** The finding that is shown as it was measured last; undefined when it is mended. */
  const newest = computed(() => {
    const now = shown.value
    return now && found.value?.findings.find((each) => answerId(each) === answerId(now))
  })
  /** Whether a finding that was shown is still found, once it was measured again. */
  const mended = computed(() => shown.value !== undefined && newest.value === undefined)
  const evidence = computed<readonly Evidence[]>(() => (newest.value ? evidenceOf(newest.value) : []))

  return {
    open,
    byDrawing,
    bySquare,
    shown,
    show,
    takeOut,
    hide: () => (shown.value = undefined),
    mean,
    meanAlways,
    offered,
    isAlways,
    takeBack,
    mended,
    evidence,
  }
}
