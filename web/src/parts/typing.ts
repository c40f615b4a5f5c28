/** True while a key belongs to a field someone is writing in. */
export const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    /^(TEXTAREA|SELECT)$/.test(target.tagName) ||
    (target instanceof HTMLInputElement && target.type !== 'radio' && target.type !== 'checkbox' && !shutList(target)))

/** Whether a key is pressed with one that makes it the browser's, or an act's of its own. */
export const combined = ({ ctrlKey, metaKey, altKey }: KeyboardEvent): boolean => ctrlKey || metaKey || altKey

/** A little list that is shut and cannot be written in keeps the focus after a choice, but no keys except its own. */
const shutList = (target: HTMLInputElement) =>
  target.readOnly && target.getAttribute('role') === 'combobox' && target.getAttribute('aria-expanded') !== 'true'

/** Where each arrow leads, one step across and down. */
export const ARROWS: Readonly<Record<string, readonly [across: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
