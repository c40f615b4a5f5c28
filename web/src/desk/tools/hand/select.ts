import { lassoTool } from '../../../stage/tools/lasso'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

/** Draws round what is to be selected. */
export function selectTool({ table, pencil, selection }: Hands): Tool {
  return lassoTool({ bench: table().bench, form: pencil.value.form, onRing: (ring) => selection.pick(ring) })
}
