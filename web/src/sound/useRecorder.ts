import { LIMITS } from '@unhurried/core'
import { onUnmounted, ref } from 'vue'
import { standInMicrophone } from './stand-in'

export type Microphone = 'own' | 'stand-in'
interface Opened {
  readonly stream: MediaStream
  readonly close: () => void
}

/** What a browser says when it does not let a microphone be heard, in words a person can act on. */
function inWords(error: unknown): string {
  const { name } = error as { name?: string }
  if (name === 'NotAllowedError')
    return 'The browser does not let this page hear the microphone. Allow it beside the address, then record again.'
  if (name === 'NotFoundError') return 'There is no microphone. Plug one in, or record from the stand-in.'
  if (name === 'NotReadableError') return 'The microphone is used by another program. Close that, then record again.'
  return 'The microphone cannot be heard. Plug it in again, or record from the stand-in.'
}

async function opened(which: Microphone): Promise<Opened> {
  if (which === 'stand-in') return standInMicrophone()
  if (!navigator.mediaDevices) throw Object.assign(new Error(), { name: 'NotFoundError' })
  // As it is: what helps a conversation spoils a recording.
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  })
  return { stream, close: () => stream.getTracks().forEach((track) => track.stop()) }
}

/** Records from a microphone; what was recorded when it disappears is not lost. */
export function useRecorder(onRecorded: (file: File) => void) {
  /** Seconds recorded so far; undefined while nothing is. */
  const seconds = ref<number>()
  const trouble = ref('')
  let recorder: MediaRecorder | undefined
  const stop = () => recorder?.state === 'recording' && recorder.stop()

  async function record(which: Microphone) {
    if (seconds.value !== undefined) return
    trouble.value = ''
    seconds.value = 0
    let microphone: Opened
    try {
      microphone = await opened(which)
    } catch (error) {
      seconds.value = undefined
      trouble.value = inWords(error)
      return
    }
    const parts: Blob[] = []
    const began = Date.now()
    recorder = new MediaRecorder(microphone.stream, { mimeType: 'audio/webm;codecs=opus' })
    recorder.ondataavailable = ({ data }) => data.size > 0 && parts.push(data)
    const clock = setInterval(() => {
      seconds.value = (Date.now() - began) / 1000
      if (seconds.value > LIMITS.soundSeconds) stop()
    }, 100)
    for (const track of microphone.stream.getTracks())
      track.onended = () => {
        trouble.value = 'The microphone is gone. What was recorded until then is kept.'
        stop()
      }
    recorder.onstop = () => {
      clearInterval(clock)
      microphone.close()
      seconds.value = undefined
      if (parts.length > 0) onRecorded(new File(parts, 'Recording.webm', { type: 'audio/webm' }))
    }
    recorder.start(1000)
  }
  onUnmounted(stop)

  return { seconds, trouble, record, stop }
}
