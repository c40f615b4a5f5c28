interface Laid {
  readonly state: { readonly elements: { readonly popper: HTMLElement } }
  readonly instance: { update(): Promise<unknown> }
}

/** How a panel is laid: over its button rather than beyond the window, and anew when what it holds has come or grown. */
export const WITHIN_WINDOW = {
  modifiers: [
    { name: 'preventOverflow', options: { altAxis: true, padding: 6 } },
    {
      name: 'as it grows',
      enabled: true,
      phase: 'main' as const,
      fn: () => undefined,
      effect({ state, instance }: Laid) {
        const watch = new ResizeObserver(() => void instance.update())
        watch.observe(state.elements.popper)
        return () => watch.disconnect()
      },
    },
  ],
}
