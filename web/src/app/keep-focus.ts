/** What Tab reaches. */
const REACHED = 'a[href], button, input, select, textarea, summary, [tabindex]:not([tabindex="-1"])'
const PANEL = '.el-popover'
/** Milliseconds after which a panel that was shut is gone from sight. */
const FADED = 400

const isReady = (node: Element): node is HTMLElement =>
  node instanceof HTMLElement && !node.matches(':disabled') && node.checkVisibility({ visibilityProperty: true })
const reachedIn = (around: ParentNode): HTMLElement[] => [...around.querySelectorAll(REACHED)].filter(isReady)
const nameOf = (node: Element): string => node.getAttribute('aria-label') ?? node.textContent!.trim()

/** What has the focus, and how it lies within each thing around it, the nearest first. */
interface Focused {
  readonly node: HTMLElement
  readonly name: string
  readonly within: readonly { readonly around: Element; readonly index: number }[]
}

function focusedAt(node: HTMLElement): Focused {
  const within = []
  for (let around = node.parentElement; around && around !== document.body; around = around.parentElement)
    within.push({ around, index: [...around.querySelectorAll(REACHED)].indexOf(node) })
  return { node, name: nameOf(node), within }
}

/**
 * Keeps the focus of whoever goes by keys where they are: where what has it goes away or can be pressed no more, what
 * took its place has it, or what lies nearest; a panel that is opened takes it, and gives it back when it is shut. A
 * hand that points is left alone.
 */
export function keepFocus(): void {
  let focused: Focused | undefined
  /** The panel that has the focus, and what opened it. */
  let panel: { readonly node: Element; readonly opener: HTMLElement } | undefined
  /** What Enter or Space was pressed on last, and the panels open then. */
  let pressed: { readonly on: HTMLElement; readonly open: ReadonlySet<Element> } | undefined
  let byKeys = true
  let due = 0

  const panels = () => [...document.querySelectorAll(PANEL)].filter(isReady)
  const changed = new MutationObserver(() => (due ||= requestAnimationFrame(look)))
  const watch = () =>
    changed.observe(document.body, {
      ...{ childList: true, subtree: true },
      attributeFilter: ['disabled', 'style', 'aria-hidden'],
    })

  function look() {
    due = 0
    if (!byKeys) return
    const active = document.activeElement
    const fresh = pressed && active === pressed.on && panels().find((each) => !pressed!.open.has(each))
    if (fresh && reachedIn(fresh).length > 0) {
      panel = { node: fresh, opener: pressed!.on }
      pressed = undefined
      return reachedIn(fresh)[0]!.focus()
    }
    if (focused && (active === null || active === document.body || (active === focused.node && !isReady(active))))
      giveOn(focused)
  }

  function giveOn({ name, within }: Focused) {
    const from = within.some(({ around }) => around === panel?.node) ? panel : undefined
    panel = undefined
    if (from && isReady(from.opener)) return from.opener.focus()
    for (const { around, index } of within) {
      if (!around.isConnected) continue
      const main = around.matches('main')
      const near = reachedIn(around)
      // Another page: from its beginning on.
      const next = main
        ? (around as HTMLElement)
        : (near.find((each) => nameOf(each) === name) ?? near[Math.min(index, near.length - 1)])
      if (next) return next.focus({ preventScroll: main })
    }
  }

  document.addEventListener('focusin', ({ target }) => {
    if (byKeys && target instanceof HTMLElement && target !== document.body) focused = focusedAt(target)
  })
  document.addEventListener(
    'keydown',
    ({ key, target }) => {
      if (!byKeys) watch()
      byKeys = true
      const on = document.activeElement
      if ((key === 'Enter' || key === ' ') && on instanceof HTMLElement) pressed = { on, open: new Set(panels()) }
      if (key === 'Escape' && panel?.node.contains(target as Node)) requestAnimationFrame(shut)
    },
    { capture: true },
  )
  function point() {
    byKeys = false
    changed.disconnect()
    focused = pressed = panel = undefined
  }
  document.addEventListener('pointerdown', point, { capture: true })
  watch()

  /** The focus goes back to what opened it; what Escape has left open once it would have faded is shut as it was opened. */
  function shut() {
    const was = panel
    panel = undefined
    if (!was) return
    was.opener.focus()
    setTimeout(
      () => isReady(was.node) && was.opener.getAttribute('aria-expanded') !== 'false' && was.opener.click(),
      FADED,
    )
  }
}
