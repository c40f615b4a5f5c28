import { minutesPerDrawing, type Minutes, type WorkKind } from '@unhurried/core'
import { shallowRef } from 'vue'

/** Minutes a drawing of a kind takes by the log of a scene's production; undefined while it is fetched or cannot be. */
export function useOwnMinutes(scene: () => string) {
  const minutesOf = shallowRef<(kind: WorkKind) => Minutes>()
  // What counts work comes with the log, not with the page that plans.
  void import('./record-work')
    .then(({ logApi }) => logApi.read(scene()))
    .then((log) => (minutesOf.value = minutesPerDrawing(log)))
    .catch(() => undefined)
  return minutesOf
}
