import type { Pen, Tool } from './tool'

/** Does one thing where the pen is pressed, for filling and picking. */
export function pressTool({ cursor, onPress }: { cursor: string; onPress: (pen: Pen) => void }): Tool {
  return {
    cursor,
    down(pen) {
      onPress(pen)
      return false
    },
    move: () => {},
    up: () => {},
    cancel: () => {},
  }
}
