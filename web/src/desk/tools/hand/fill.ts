import { pressTool } from '../../../stage/tools/press'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

/** Fills the region under the pen with paint. */
export function fillTool({ paint }: Hands): Tool {
  return pressTool({ cursor: 'cell', onPress: ({ x, y }) => void paint.fill(x, y) })
}
