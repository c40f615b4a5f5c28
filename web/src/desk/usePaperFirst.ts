import { onMounted, onUnmounted, ref, type Ref } from 'vue'
import { useScene } from '../session/scene'

/** Milliseconds what lies around the paper waits for its picture, and no longer. */
const MOMENT = 150

/**
 * Whether what lies around the paper is there. A scene that is opened shows its picture first: the sheet, the tray and
 * the chart are most of what is to be laid out, so they come once the lines of the drawing on the table are seen.
 * Where there is nothing to wait for they are there at once.
 */
export function usePaperFirst(): Readonly<Ref<boolean>> {
  const store = useScene()
  const drawing = store.drawing
  const isDrawn = drawing !== undefined && Object.keys(store.scene!.drawings[drawing]!.passes).length > 0
  const isOnItsWay = () => isDrawn && store.ink?.isLoaded(drawing) === false
  const isThere = ref(!isOnItsWay())
  const releases: (() => void)[] = []
  const release = () => releases.splice(0).forEach((each) => each())
  function comes() {
    release()
    isThere.value = true
  }
  /** The frame of the screen that shows the lines is painted before. */
  const afterItsFrame = () => requestAnimationFrame(() => setTimeout(comes))

  onMounted(() => {
    if (isThere.value) return
    const waiting = setTimeout(comes, MOMENT)
    releases.push(
      () => clearTimeout(waiting),
      store.ink!.onChange((changed) => changed === drawing && !isOnItsWay() && afterItsFrame()),
    )
  })
  onUnmounted(release)
  return isThere
}
