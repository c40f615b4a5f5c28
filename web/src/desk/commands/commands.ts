import { useLocalStorage } from '@vueuse/core'
import { tinykeys } from 'tinykeys'
import { computed, onUnmounted, watch } from 'vue'
import { typing } from '../../parts/typing'
import { TOOL_LIST } from '../tools/register'

const TOOL_COMMANDS = TOOL_LIST.map(({ name, does, key }) => ({ id: name, words: does, key }))

/** Everything the desk does by key, with its own key. The left hand stays where it is; all can be changed. */
export const COMMANDS = [
  { id: 'earlier', words: 'Flip to the drawing before', key: 's' },
  { id: 'later', words: 'Flip to the drawing after', key: 'f' },
  { id: 'parents', words: 'Flip among this drawing and its two parents', key: 'd' },
  { id: 'riffle', words: 'Hold and slide the pen: riffle through the drawings', key: 'y' },
  { id: 'beat', words: 'Flip this drawing and its parents at a steady beat', key: 'Shift+D' },
  { id: 'beat-last', words: 'Flip this drawing and the one before at a steady beat', key: 'Shift+S' },
  { id: 'live-loop', words: 'Small loop beside the paper on and off', key: 'Shift+V' },
  { id: 'fit', words: 'Fit the paper on the table', key: '0' },
  { id: 'zoom-in', words: 'Nearer', key: '=' },
  { id: 'zoom-out', words: 'Farther', key: '-' },
  { id: 'turn-left', words: 'Turn the paper to the left', key: ',' },
  { id: 'turn-right', words: 'Turn the paper to the right', key: '.' },
  { id: 'mirror', words: 'Look at the paper mirrored', key: 'Shift+M' },
  { id: 'silhouettes', words: 'Silhouettes on and off', key: 'Shift+K' },
  { id: 'cell-grid', words: 'Lines between the cells of a sprite on and off', key: 'Shift+Y' },
  { id: 'clear', words: 'Clear the table, and lay everything back', key: 'Backquote' },
  { id: 'full-screen', words: 'Full screen on and off', key: 'Shift+Backquote' },
  { id: 'play', words: 'Play and stop', key: 'Space' },
  { id: 'light', words: 'Light table on and off; straight ahead earlier only, both sides, off', key: 'w' },
  ...TOOL_COMMANDS,
  { id: 'rulers', words: 'Rulers on and off', key: 'Backslash' },
  { id: 'whole', words: 'Eraser that takes lines whole, on and off', key: 'Shift+E' },
  { id: 'pass-up', words: 'Draw on the pass above', key: ']' },
  { id: 'pass-down', words: 'Draw on the pass below', key: '[' },
  { id: 'undo', words: 'Undo', key: 'z' },
  { id: 'redo', words: 'Redo', key: 'Shift+Z' },
  { id: 'put-back', words: 'Put back all that was slid', key: 'Shift+H' },
  { id: 'guides', words: 'Paths and targets on and off', key: 'l' },
  { id: 'next', words: 'Put the next drawing on the pegs; straight ahead, a new one', key: 'g' },
  { id: 'carry-on', words: 'Carry on from here with a copy of this drawing', key: 'Shift+Q' },
  { id: 'again', words: 'The selected part again on the next drawing, moved as last time', key: 'Shift+T' },
  { id: 'by-colour', words: 'Select all that is in the selected colours, or in the one in hand', key: 'Shift+U' },
  { id: 'by-part', words: 'Select the part of the selected paint, with the lines round it', key: 'Shift+N' },
  { id: 'by-touch', words: 'Select what touches the selected lines too', key: 'Shift+Quote' },
  { id: 'exposure', words: 'New drawings on ones, twos, threes, fours', key: 'Shift+X' },
  { id: 'back', words: 'Back to the drawing worked on before', key: 'Shift+G' },
  { id: 'skip', words: 'Leave the next drawing for later', key: 'k' },
  { id: 'put-in', words: 'Put in a drawing at this frame', key: 'q' },
  { id: 'longer', words: 'Hold one frame longer', key: 'r' },
  { id: 'shorter', words: 'Hold one frame shorter', key: 'Shift+R' },
  { id: 'empty', words: 'Leave empty from this frame, or what is chosen', key: 'x' },
  { id: 'acts', words: 'What to do with the chosen frames', key: 't' },
  { id: 'reverse', words: 'Reverse the chosen frames', key: 'v' },
  { id: 'back-and-forth', words: 'Lead the chosen frames there and back', key: 'b' },
  { id: 'cycle', words: 'Repeat the chosen frames to the end as a cycle', key: 'c' },
  { id: 'frames-in', words: 'Put in a frame on this level', key: 'i' },
  { id: 'frames-in-all', words: 'Put in a frame on all levels', key: 'Shift+I' },
  { id: 'frames-out', words: 'Take the chosen frames out of this level', key: 'o' },
  { id: 'frames-out-all', words: 'Take the chosen frames out of all levels', key: 'Shift+O' },
  { id: 'note', words: 'Write a note at this frame', key: 'n' },
  { id: 'frame-up', words: 'One frame up the sheet', key: 'ArrowUp' },
  { id: 'frame-down', words: 'One frame down the sheet', key: 'ArrowDown' },
  { id: 'level-left', words: 'Level to the left', key: 'ArrowLeft' },
  { id: 'level-right', words: 'Level to the right', key: 'ArrowRight' },
  { id: 'choose-up', words: 'Choose one frame further up', key: 'Shift+ArrowUp' },
  { id: 'choose-down', words: 'Choose one frame further down', key: 'Shift+ArrowDown' },
  { id: 'choose-left', words: 'Choose the level to the left too', key: 'Shift+ArrowLeft' },
  { id: 'choose-right', words: 'Choose the level to the right too', key: 'Shift+ArrowRight' },
  { id: 'keys', words: 'Show all keys', key: '?' },
] as const

export type CommandId = (typeof COMMANDS)[number]['id']

type Keys = Partial<Record<CommandId, string>>

const own = useLocalStorage<Keys>('unhurried-keys', {})

/** The key of a command: the person's own, else the one it comes with. */
export const keyOf = (id: CommandId): string => {
  const kept = own.value[id]
  return typeof kept === 'string' && kept !== '' ? kept : COMMANDS.find((command) => command.id === id)!.key
}

const SIGNS: Readonly<Record<string, string>> = { Backquote: '`', Quote: "'", Backslash: '\\', Comma: ',' }

/** The same as it stands on the key, where it goes by its place on the board. */
export const keyShown = (id: CommandId): string => keyOf(id).replace(/\w+$/, (place) => SIGNS[place] ?? place)

export function changeKey(id: CommandId, key: string): CommandId | undefined {
  const other = COMMANDS.find((command) => command.id !== id && keyShown(command.id) === key)
  if (other) return other.id
  own.value = { ...own.value, [id]: key }
  return undefined
}

export function usualKeys(): void {
  own.value = {}
}

/**
 * Every command with its key, those one has chosen last: where two have the same, the last is the one that acts, and a
 * newer command may come with a key somebody has chosen for another.
 */
export const keysBound = (chosen: Keys): (readonly [id: CommandId, key: string])[] =>
  COMMANDS.map(({ id, key }) => [id, chosen[id] || key] as const).sort(
    ([a], [b]) => Number(a in chosen) - Number(b in chosen),
  )

/** A pressed key as it is kept and shown. */
export function keyName(event: KeyboardEvent): string | undefined {
  if (['Shift', 'Control', 'Alt', 'Meta', 'Tab', 'Escape', 'Enter'].includes(event.key)) return undefined
  const name = event.code === 'Space' ? 'Space' : event.key
  return event.shiftKey && /^([A-Z]|Arrow\w+)$/.test(name) ? `Shift+${name}` : name
}

/**
 * A button reached by keyboard answers Space, and a focused slider the arrows; those keys are theirs.
 * A button merely clicked before does not keep Space from playing.
 */
const belongsToPart = (event: KeyboardEvent) =>
  event.target instanceof HTMLElement &&
  ((event.code === 'Space' &&
    event.target.closest(':is(button, [role="button"], [role="switch"], [role="combobox"]):focus-visible') !== null) ||
    (event.key.startsWith('Arrow') &&
      event.target.closest(
        '[role="slider"], [role="radiogroup"], [role="combobox"], [role="menu"], [role="spinbutton"]',
      ) !== null))

/**
 * Binds the desk's keys while its page is open; digits expose on that many frames. `always` are the
 * keys everybody's hands know, which cannot be changed.
 */
export function useCommands(
  run: (id: CommandId) => void,
  expose: (frames: number) => void,
  quiet: () => boolean,
  always: Readonly<Record<string, () => void>>,
): void {
  const guarded = (act: () => void) => (event: KeyboardEvent) => {
    if (quiet() || typing(event.target) || belongsToPart(event)) return
    event.preventDefault()
    act()
  }
  let release = () => {}
  watch(
    computed(() => keysBound(own.value)),
    (keys) => {
      release()
      const bindings: Record<string, (event: KeyboardEvent) => void> = {}
      for (const [id, key] of keys) bindings[key === '?' ? 'Shift+?' : key] = guarded(() => run(id))
      for (let digit = 1; digit <= 9; digit++) bindings[String(digit)] = guarded(() => expose(digit))
      for (const [key, act] of Object.entries(always))
        bindings[key] = key === 'Escape' ? () => void (quiet() || act()) : guarded(act)
      release = tinykeys(window, bindings)
    },
    { immediate: true },
  )
  onUnmounted(() => release())
}
