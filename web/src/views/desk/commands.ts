import { useLocalStorage } from '@vueuse/core'
import { tinykeys } from 'tinykeys'
import { computed, onUnmounted, watch } from 'vue'
import { typing } from '../../parts/typing'

/** Everything the desk does by key, with its own key. The left hand stays where it is; all can be changed. */
export const COMMANDS = [
  { id: 'earlier', words: 'Flip to the drawing before', key: 's' },
  { id: 'later', words: 'Flip to the drawing after', key: 'f' },
  { id: 'parents', words: 'Flip among this drawing and its two parents', key: 'd' },
  { id: 'play', words: 'Play and stop', key: 'Space' },
  { id: 'light', words: 'Light table on and off', key: 'w' },
  { id: 'pencil', words: 'Pencil', key: 'a' },
  { id: 'eraser', words: 'Eraser', key: 'e' },
  { id: 'undo', words: 'Undo', key: 'z' },
  { id: 'redo', words: 'Redo', key: 'Shift+Z' },
  { id: 'next', words: 'Put the next drawing on the pegs', key: 'g' },
  { id: 'put-in', words: 'Put in a drawing at this frame', key: 'q' },
  { id: 'longer', words: 'Hold one frame longer', key: 'r' },
  { id: 'shorter', words: 'Hold one frame shorter', key: 'Shift+R' },
  { id: 'empty', words: 'Leave empty from this frame', key: 'x' },
  { id: 'frame-up', words: 'One frame up the sheet', key: 'ArrowUp' },
  { id: 'frame-down', words: 'One frame down the sheet', key: 'ArrowDown' },
  { id: 'level-left', words: 'Level to the left', key: 'ArrowLeft' },
  { id: 'level-right', words: 'Level to the right', key: 'ArrowRight' },
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

export function changeKey(id: CommandId, key: string): CommandId | undefined {
  const other = COMMANDS.find((command) => command.id !== id && keyOf(command.id) === key)
  if (other) return other.id
  own.value = { ...own.value, [id]: key }
  return undefined
}

export function usualKeys(): void {
  own.value = {}
}

/** A pressed key as it is kept and shown. */
export function keyName(event: KeyboardEvent): string | undefined {
  if (['Shift', 'Control', 'Alt', 'Meta', 'Tab', 'Escape', 'Enter'].includes(event.key)) return undefined
  const name = event.code === 'Space' ? 'Space' : event.key
  return event.shiftKey && /^[A-Z]$/.test(name) ? `Shift+${name}` : name
}

/**
 * A button reached by keyboard answers Space, and a focused slider the arrows; those keys are theirs.
 * A button merely clicked before does not keep Space from playing.
 */
const belongsToPart = (event: KeyboardEvent) =>
  event.target instanceof HTMLElement &&
  ((event.code === 'Space' && event.target.closest(':is(button, [role="button"], [role="switch"], [role="combobox"]):focus-visible') !== null) ||
    (event.key.startsWith('Arrow') && event.target.closest('[role="slider"], [role="radiogroup"], [role="combobox"], [role="menu"], [role="spinbutton"]') !== null))

/** Binds the desk's keys while its page is open; digits expose on that many frames. */
export function useCommands(run: (id: CommandId) => void, expose: (frames: number) => void, quiet: () => boolean): void {
  const guarded = (act: () => void) => (event: KeyboardEvent) => {
    if (quiet() || typing(event.target) || belongsToPart(event)) return
    event.preventDefault()
    act()
  }
  let release = () => {}
  watch(computed(() => COMMANDS.map(({ id }) => [id, keyOf(id)] as const)), (keys) => {
    release()
    const bindings: Record<string, (event: KeyboardEvent) => void> = {}
    for (const [id, key] of keys) bindings[key === '?' ? 'Shift+?' : key] = guarded(() => run(id))
    for (let digit = 1; digit <= 9; digit++) bindings[String(digit)] = guarded(() => expose(digit))
    release = tinykeys(window, bindings)
  }, { immediate: true })
  onUnmounted(() => release())
}
