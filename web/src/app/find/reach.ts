import type { Step } from './doing'

/** How long a thing that was found is marked, in milliseconds. */
const MARKED = 1600
/** A place is fetched and laid out in less, in milliseconds. */
const PATIENCE = 4000
/** What a press opens has all that is in it by then. */
const FILLED = 1500
/** A panel that is pressed is there by then, if what was pressed opens one. */
const OPENS = 400
/** After this an edge that is folded for want of room is looked behind. */
const FOLDED = 600

const CONTROLS = 'button, a[href], input, summary, label, h1, h2, h3, [role=menuitem], [aria-label], [aria-labelledby]'
const FOCUSED = 'button, a[href], input, summary, [tabindex]'

/** What is folded away has a place too, but is not to be seen. */
const isShown = (element: Element): boolean => element.getClientRects().length > 0 && element.checkVisibility()
const plain = (words: string): string => words.replace(/[…↔↕]/g, '').replace(/\s+/g, ' ').trim().toLowerCase()

/** What is written on a control, or said of it to those who do not see it. */
const called = (element: Element): string[] =>
  [
    ...['aria-label', 'placeholder'].map((name) => element.getAttribute(name)),
    document.getElementById(element.getAttribute('aria-labelledby') ?? '')?.textContent,
    element.textContent,
  ].flatMap((words) => (words ? [plain(words)] : []))

/** How well a control answers to some words: by all of them, by its beginning, or not. */
function answers(element: Element, words: string): number {
  const names = called(element)
  if (names.includes(words)) return 2
  return names.some((name) => name.startsWith(words)) ? 1 : 0
}

/** The control on the page, or on what lies over it, that is called so; the one called just so before others. */
function controlCalled(words: string, root: ParentNode): HTMLElement | undefined {
  const wanted = plain(words)
  const fitting = [...root.querySelectorAll<HTMLElement>(CONTROLS)]
    .map((element) => ({ element, fit: answers(element, wanted) }))
    .filter(({ element, fit }) => fit > 0 && isShown(element))
  return (fitting.find(({ fit }) => fit === 2) ?? fitting[0])?.element
}

/** Of several things of one name the one of what is worked on. */
function thingCalled(name: string): HTMLElement | undefined {
  const things = [...document.querySelectorAll<HTMLElement>(`[data-thing="${name}"]`)].filter(isShown)
  return things.find((thing) => thing.closest('.active')) ?? things[0]
}

const there = (step: Step, root: ParentNode = document): HTMLElement | undefined =>
  'thing' in step ? thingCalled(step.thing) : controlCalled(step.word, root)

/** The panel or menu laid over the page last. */
const laidOver = (): HTMLElement | undefined =>
  [...document.querySelectorAll<HTMLElement>('.el-popper:not([role=tooltip]), .el-dialog')].filter(isShown).at(-1)

/** Presses what leads on; what comes next lies in the panel that opens over the page, or on the page itself. */
async function pressed(thing: HTMLElement): Promise<ParentNode> {
  if (isOpen(thing)) return laidOver() ?? document
  const before = laidOver()
  thing.click()
  const began = performance.now()
  while (laidOver() === before && performance.now() - began < OPENS) await nextFrame()
  const over = laidOver()
  return over && over !== before ? over : document
}
const nextFrame = () => new Promise<unknown>(requestAnimationFrame)

/** Edges that are folded: each comes over the paper when it is pressed. */
const folds = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('.folded[aria-expanded="false"]')]

/** Waits for what a step speaks of to be on the page, looking behind folded edges; undefined when it does not come. */
async function arrival(step: Step, root: ParentNode, patience: number, isOver = () => false) {
  const began = performance.now()
  let behind: HTMLElement[] | undefined
  let looked = began + FOLDED
  for (;;) {
    const found = there(step, root)
    const now = performance.now()
    if (found || isOver() || now - began > patience) return found
    if (now > looked) {
      behind ??= folds()
      behind.shift()?.click()
      looked = now + FOLDED / 2
    }
    await nextFrame()
  }
}

/** The control a name belongs to: a field by its words, the first of a group. */
const controlOf = (thing: HTMLElement): HTMLElement =>
  (thing instanceof HTMLLabelElement && (thing.control as HTMLElement | null)) ||
  (thing.matches(FOCUSED) ? thing : (thing.querySelector<HTMLElement>(FOCUSED) ?? thing))

const isOpen = (thing: HTMLElement): boolean =>
  thing.getAttribute('aria-expanded') === 'true' ||
  thing.getAttribute('aria-pressed') === 'true' ||
  (thing.parentElement instanceof HTMLDetailsElement && thing.parentElement.open)

const opens = (thing: HTMLElement): boolean => thing.matches('button[aria-expanded], summary')

/** Brings a thing into sight, gives it the focus, marks it for a moment and, where it opens something, opens it. */
function show(thing: HTMLElement) {
  thing.scrollIntoView({ block: 'nearest' })
  const control = controlOf(thing)
  // A heading takes the focus too, so that one reads on from there.
  if (!control.matches(FOCUSED)) control.tabIndex = -1
  control.focus()
  // A menu that opens takes the focus for itself.
  setTimeout(() => document.activeElement?.contains(control) && control.focus(), OPENS)
  if (opens(control) && !isOpen(control)) control.click()
  const marked = thing.closest<HTMLElement>('.el-slider') ?? thing
  // No class: what is drawn anew while it is marked would lose it.
  marked.dataset['found'] = ''
  setTimeout(() => delete marked.dataset['found'], MARKED)
}

/** Tells when a hand does something else meanwhile: then nothing is pressed and no focus taken any more. */
function otherwise(): { readonly isOver: () => boolean; readonly end: () => void } {
  const hand = new AbortController()
  let isOver = false
  for (const type of ['pointerdown', 'keydown'])
    window.addEventListener(type, () => (isOver = true), { capture: true, signal: hand.signal })
  return { isOver: () => isOver, end: () => hand.abort() }
}

/**
 * Goes the way to something on the page, and shows it: presses what leads there, leaving open what is open.
 * @returns whether it was there, or something else was done meanwhile
 */
export async function reach(via: readonly Step[]): Promise<boolean> {
  const { isOver, end } = otherwise()
  let root: ParentNode = document
  try {
    for (const [i, step] of via.entries()) {
      const thing = await arrival(step, root, i === 0 ? PATIENCE : FILLED, isOver)
      if (isOver() || !thing) return isOver()
      if (i === via.length - 1) show(thing)
      else root = await pressed(thing)
    }
    return true
  } finally {
    end()
  }
}

/** Whether something comes to be on the page. */
export const comes = async (step: Step): Promise<boolean> => (await arrival(step, document, PATIENCE)) !== undefined

/** Whether what a way begins with is on the page. */
export const begins = ([first]: readonly Step[]): boolean => first !== undefined && there(first) !== undefined
