import { pressTool } from '../../../stage/tools/press'
import type { Tool } from '../../../stage/tools/tool'

/** For tools that work by handles on the paper: the pen itself does nothing. */
export function restTool(): Tool {
  return pressTool({ cursor: 'default', onPress: () => {} })
}
