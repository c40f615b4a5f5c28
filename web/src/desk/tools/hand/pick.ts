import { coloursOf, liesAt, PASSES } from '@unhurried/core'
import { ref, type Ref } from 'vue'
import { pressTool } from '../../../stage/tools/press'
import type { Tool } from '../../../stage/tools/tool'
import type { PencilCase } from '../pencil'
import type { Hands } from './hands'

/** Half of a canvas's alpha: less is seen as nothing. */
const SEEN = 128
/** Squared distance of two colours, in steps of their channels, that the eye takes for one. */
const SAME = 75

const channelsOf = (hex: string) => [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16))
const farFrom = (rgb: readonly number[]) => (hex: string) =>
  channelsOf(hex).reduce((sum, value, i) => sum + (value - rgb[i]!) ** 2, 0)

/** Colours picked from the paper or from a reference. */
export function usePicking(store: Hands['store'], pencil: Ref<PencilCase>) {
  /** A colour seen on the paper that is none of the scene's. */
  const unknown = ref<string>()
  const choose = (swatch: string) => {
    unknown.value = undefined
    pencil.value = { ...pencil.value, swatch }
  }
  return {
    unknown,
    choose,
    forget: () => (unknown.value = undefined),
    /** Takes the pot of a colour that was seen; an unknown colour is offered as a new pot. */
    pick(r: number, g: number, b: number, alpha = 255) {
      if (alpha < SEEN) return
      const far = farFrom([r, g, b])
      const [nearest] = [...coloursOf(store.scene!.palette)].sort((x, y) => far(x[1]) - far(y[1]))
      if (nearest && far(nearest[1]) <= SAME) return choose(nearest[0])
      unknown.value = `#${[r, g, b].map((value) => value.toString(16).padStart(2, '0')).join('')}`
    },
  }
}
export type Picking = ReturnType<typeof usePicking>

/** Picks a colour from the paper. Ink under the pen says exactly which pot it came from. */
export function pickTool({ store, inkOf, picking, table }: Hands): Tool {
  const onPress = ({ x, y }: { x: number; y: number }) => {
    const { drawing } = store
    for (const pass of drawing === undefined ? [] : PASSES.toReversed()) {
      const piece = inkOf(drawing!, pass).findLast((one) => liesAt(one, x, y, 0))
      if (piece) return picking.choose(piece.swatch)
    }
    const [r, g, b] = table().pixelAt({ x, y })
    picking.pick(r!, g!, b!)
  }
  return pressTool({ cursor: 'copy', onPress })
}
