import { ref, type Ref } from 'vue'

/**
 * Panels of which one is open at a time; `shows` binds a PanelButton to one of them. A press within `stays`, a
 * selector, leaves what is open open.
 */
export function onePanelOf<Name extends string>(stays: string) {
  const open = ref() as Ref<Name | undefined>
  const shows = (panel: Name) => ({
    ...{ open: open.value === panel, stays },
    'onUpdate:open': (now: boolean) => (open.value = now ? panel : undefined),
  })
  return { open, shows }
}
