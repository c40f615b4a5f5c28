import { patternSchema, sentenceOf, type Chart, type Spacing, type SpacingLaw } from '@unhurried/core'
import { computed, reactive } from 'vue'

type Way = 'halves' | 'thirds' | 'law'

/** Where another way of spacing begins, at its plainest: thirds with no further halves, halves with one to each side. */
const PLAINEST = { halves: 1, thirds: 0 } as const

/** What stands in the fields by which a chart is spaced and exposed, beginning with what one has. */
export function useSpacingForm({ spacing, exposure }: Pick<Chart, 'spacing' | 'exposure'>) {
  const byParts = spacing.by === 'halves' || spacing.by === 'thirds' ? spacing : { slowOut: 1, slowIn: 1 }
  const byLaw = spacing.by === 'law' ? spacing : { law: 'slow-out-in' as SpacingLaw, strength: 2 }
  const form = reactive({
    by: (spacing.by === 'hand' ? 'halves' : spacing.by) as Way,
    slowOut: byParts.slowOut,
    slowIn: byParts.slowIn,
    law: byLaw.law,
    strength: byLaw.strength,
    exposure: exposure.join(' '),
  })
  function choose(by: Way) {
    if (by !== form.by && by !== 'law') form.slowOut = form.slowIn = PLAINEST[by]
    form.by = by
  }
  const wished = computed<Spacing>(() =>
    form.by === 'law'
      ? { by: 'law', law: form.law, strength: form.strength }
      : { by: form.by, slowOut: form.slowOut, slowIn: form.slowIn },
  )
  /** Frames each drawing is held, or why what was typed is no pattern of them. */
  const pattern = computed<{ frames: number[] } | { sentence: string }>(() => {
    const typed = form.exposure.trim().split(/[\s,]+/)
    const { data, error } = patternSchema.safeParse(typed.map(Number))
    return error ? { sentence: sentenceOf(error) } : { frames: data }
  })
  return { form, choose, wished, pattern }
}
export type SpacingForm = ReturnType<typeof useSpacingForm>
