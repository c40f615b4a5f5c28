import { landmarksOf, measuredChart, type Chart, type Landmark, type MeasuredMark } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../session/scene'
import { measuredRungs } from './ladder'

/** Beyond a third of its step, and what pins leave uncertain, a drawing is away from its place. */
const AWAY = { share: 0.35, px: 2 }

/** What the drawings of a chart are, measured by the landmark in hand, or by another that is pinned where this one is not. */
export function useMeasured(chart: () => Chart, inHand: () => Landmark | undefined) {
  const store = useScene()
  function marksBy(landmark: string): MeasuredMark[] {
    const { level, from, to } = chart()
    const all = measuredChart(store.scene!, { level, from, to, landmark, take: store.take, planned: chart() }) ?? []
    return all.filter(({ drawing }) => drawing !== from && drawing !== to)
  }
  const measuring = computed(() => {
    const first = inHand()
    const landmarks = [...(first ? [first] : []), ...landmarksOf(store.scene!, chart().level)]
    const all = landmarks.map((landmark) => ({ landmark, marks: marksBy(landmark.id) }))
    return all.find(({ marks }) => marks.length > 0) ?? all[0]
  })
  const measured = computed(() => measuredRungs(chart(), measuring.value?.marks ?? []))
  const byWhat = computed(() => {
    if (!measuring.value) return ''
    return measured.value.length > 0 ? `measured, ${measuring.value.landmark.name}` : 'nothing measured'
  })
  const isAway = ({ error }: MeasuredMark) =>
    error !== undefined && Math.abs(error.share) > AWAY.share && Math.abs(error.px) > AWAY.px
  return { measured, byWhat, isAway }
}
