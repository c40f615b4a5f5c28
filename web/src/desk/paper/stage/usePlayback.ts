import type { Ink, Pass } from '@unhurried/core'
import { onUnmounted, ref } from 'vue'
import { pictureOrFilm } from '../../../footage/films'
import { filmsUnder } from '../../../footage/films-under'
import { useScene } from '../../../session/scene'
import type { HeardSounds } from '../../../sound/useHeard'
import { composedPictures } from '../../../stage/player'
import type { ViewOf } from '../useView'

/** Playing the take on the table, with its sounds. */
export function usePlayback(view: ViewOf, inkOf: (drawing: string, pass: Pass) => Ink, heard: HeardSounds) {
  const store = useScene()
  const playing = ref(false)
  const playFrame = ref(1)
  let end: (() => void) | undefined

  function stop() {
    if (!playing.value) return
    end?.()
    // With it go the pictures composed for it.
    end = undefined
    playing.value = false
    view.table.value?.stop()
  }

  function play() {
    const scene = store.scene
    const table = view.table.value
    if (playing.value) return stop()
    if (!scene || !table) return
    // Seen from near, pictures of twice the paper's size are as fine as a film is ever shown.
    const scale = scene.settings.cells ? 1 : Math.min(2, table.scale())
    const composed = composedPictures({
      scene,
      inkOf,
      scale,
      take: store.take,
      silhouettes: view.silhouettes.value,
      pictureOf: pictureOrFilm,
      ...(scene.footage && { under: (frame: number) => filmsUnder(scene, frame) }),
      ...(store.solo && { only: store.solo }),
    })
    playing.value = true
    const stopFrames = heard.playAlong({
      from: store.frame,
      show(frame) {
        table.play(composed.at(frame))
        playFrame.value = frame
        requestIdleCallback(() => playing.value && composed.prepareAfter(frame))
      },
    })
    end = () => {
      stopFrames()
      composed.end()
    }
  }

  onUnmounted(stop)
  return { playing, playFrame, play, stop }
}
