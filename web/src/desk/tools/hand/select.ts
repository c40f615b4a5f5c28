import { lassoTool } from '../../../stage/tools/lasso'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

/** Draws round what is to be selected. */
export function selectTool({ table, pencil, selection }: Hands): Tool {
  const { bench } = table()
  const { form } = pencil.value
  // A line is parted where the pen comes down.
  if (form === 'part')
    return lassoTool({ bench, form: 'lasso', onRing: ([x, y]) => void selection.part(x!, y!, bench.zoom()) })
  return lassoTool({ bench, form, onRing: (ring) => selection.pick(ring) })
}
