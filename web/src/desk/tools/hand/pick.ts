import { coloursOf, hexOf, liesAt, nearestColour, PASSES } from '@unhurried/core'
import { ref, type Ref } from 'vue'
import { pressTool } from '../../../stage/tools/press'
import type { Tool } from '../../../stage/tools/tool'
import type { PencilSettings } from '../pencil'
import type { Hands } from './hands'

/** Half of a canvas's alpha: less is seen as nothing. */
const SEEN = 128
/** How far apart in steps of their channels two colours may be that the eye takes for one. */
const SAME = Math.sqrt(75)

/** Colours picked from the paper or from a reference. */
export function usePicking(store: Hands['store'], pencil: Ref<PencilSettings>) {
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
      const pots = [...coloursOf(store.scene!.palette)]
      const colours = pots.map(([, colour]) => colour)
      const same = pots[nearestColour(colours, [r, g, b], SAME)]
      if (same) return choose(same[0])
      unknown.value = hexOf([r, g, b])
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
