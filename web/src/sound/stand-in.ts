/** Syllables of a voice that is none: when each begins, how long it is, its pitch, and its two formants in hertz. */
const SYLLABLES = [
  [0, 0.16, 190, 700, 1200],
  [0.22, 0.24, 220, 400, 2000],
  [0.62, 0.12, 180, 600, 900],
  [0.8, 0.3, 205, 300, 2300],
  [1.4, 0.18, 170, 750, 1100],
] as const
/** It begins again after so many seconds. */
const TURN = 2

/** A microphone with a made-up voice in it, so that recording can be tried where there is none. */
export function standInMicrophone(): { stream: MediaStream; close: () => void } {
  const context = new AudioContext()
  const out = new MediaStreamAudioDestinationNode(context, { channelCount: 1 })
  const speak = () => {
    for (const [at, lasts, pitch, first, second] of SYLLABLES) {
      const begins = context.currentTime + 0.05 + at
      const voice = new OscillatorNode(context, { type: 'sawtooth', frequency: pitch })
      voice.frequency.linearRampToValueAtTime(pitch * 0.9, begins + lasts)
      const strength = new GainNode(context, { gain: 0 })
      strength.gain.setValueAtTime(0, begins)
      strength.gain.linearRampToValueAtTime(0.8, begins + 0.03)
      strength.gain.setValueAtTime(0.8, begins + lasts - 0.05)
      strength.gain.linearRampToValueAtTime(0, begins + lasts)
      voice.connect(strength)
      for (const frequency of [first, second]) {
        const formant = new BiquadFilterNode(context, { type: 'bandpass', frequency, Q: 6 })
        strength.connect(formant)
        formant.connect(out)
      }
      voice.start(begins)
      voice.stop(begins + lasts)
    }
  }
  speak()
  const again = setInterval(speak, 1000 * TURN)
  return {
    stream: out.stream,
    close() {
      clearInterval(again)
      void context.close()
    },
  }
}
