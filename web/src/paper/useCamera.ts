import { onUnmounted, ref, shallowRef } from 'vue'
import { standInCamera } from './stand-in-camera'

export type Camera = 'own' | 'stand-in'

/** What a browser says when it does not let a camera be seen, in words a person can act on. */
function inWords(error: unknown): string {
  const { name } = error as { name?: string }
  if (name === 'NotAllowedError')
    return 'The browser does not let this page see the camera. Allow it beside the address, then open it again.'
  if (name === 'NotFoundError') return 'There is no camera. Plug one in, or try the stand-in.'
  if (name === 'NotReadableError') return 'The camera is used by another program. Close that, then open it again.'
  return 'The camera cannot be seen. Plug it in again, or try the stand-in.'
}

/** A picture taken right after a page was laid would be the page before: waited for is one that came since. */
const FRESH = { pictures: 3, patience: 600 }
async function fresh(video: HTMLVideoElement): Promise<void> {
  const gone = new Promise((resolve) => setTimeout(resolve, FRESH.patience))
  const came = async () => {
    for (let n = 0; n < FRESH.pictures; n++)
      await new Promise((resolve) => video.requestVideoFrameCallback(() => resolve(undefined)))
  }
  await Promise.race([came(), gone])
}

/** A camera on a stand: its live picture, and a page taken from it. */
export function useCamera() {
  const stream = shallowRef<MediaStream>()
  const trouble = ref('')
  let close: (() => void) | undefined
  let next: (() => void) | undefined

  function stop() {
    close?.()
    close = next = undefined
    stream.value = undefined
  }

  async function open(which: Camera) {
    stop()
    trouble.value = ''
    if (which === 'stand-in') {
      const camera = standInCamera()
      ;({ close, next } = camera)
      stream.value = camera.stream
      return
    }
    try {
      if (!navigator.mediaDevices) throw Object.assign(new Error(), { name: 'NotFoundError' })
      const own = await navigator.mediaDevices.getUserMedia({
        video: { width: { ideal: 3840 }, height: { ideal: 2160 }, facingMode: 'environment' },
      })
      close = () => own.getTracks().forEach((track) => track.stop())
      for (const track of own.getTracks())
        track.onended = () => {
          stop()
          trouble.value = 'The camera is gone. What was taken is here; plug it in again to go on.'
        }
      stream.value = own
    } catch (error) {
      trouble.value = inWords(error)
    }
  }

  /** What the camera sees now, as a picture. Errors: with a sentence. */
  async function take(video: HTMLVideoElement): Promise<Blob> {
    await fresh(video)
    const canvas = document.createElement('canvas')
    canvas.width = video.videoWidth
    canvas.height = video.videoHeight
    if (canvas.width === 0) throw new Error('The camera shows nothing yet. Wait for its picture, then take the page.')
    canvas.getContext('2d')!.drawImage(video, 0, 0)
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'))
    if (!blob) throw new Error('This page could not be taken. Try again.')
    next?.()
    return blob
  }

  onUnmounted(stop)
  return { stream, trouble, open, take, stop }
}
