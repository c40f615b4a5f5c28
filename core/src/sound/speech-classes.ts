import { bare, isVowel, type SpeechSound } from '../base/speech-sounds'

/** Sounds of speech that sound alike, as `voicingOf` hears them, and how long they last. */
export interface SpeechClass {
  /** What is heard on the average, and how far it spreads, in dB. */
  readonly mean: readonly number[]
  readonly spread: readonly number[]
  /** How long one usually lasts, and the spread of the logarithm of that. */
  readonly ms: number
  readonly vary: number
}

/** Measured on two voices whose sounds are known, of another making: `npm run words`. */
export const SPEECH_CLASSES = {
  open: { mean: [-3, 0, 3, 13, 7, 1, 2, -3, -4], spread: [4, 3, 3, 7, 11, 8, 7, 8, 7], ms: 115, vary: 0.52 },
  wide: { mean: [-4, 1, 3, 11, 8, 7, 5, 1, -1], spread: [4, 3, 4, 7, 5, 7, 7, 8, 7], ms: 95, vary: 0.36 },
  middle: { mean: [-4, 1, 5, 7, 8, 1, 2, -1, -2], spread: [4, 3, 4, 9, 7, 6, 7, 8, 7], ms: 66, vary: 0.43 },
  gliding: { mean: [-3, 0, 4, 2, 1, 9, 9, 1, -3], spread: [3, 3, 3, 7, 8, 5, 5, 7, 6], ms: 150, vary: 0.39 },
  er: { mean: [-5, 1, 5, 7, 11, 1, -7, -6, -8], spread: [6, 3, 5, 7, 7, 13, 7, 7, 6], ms: 73, vary: 0.49 },
  narrow: { mean: [-5, 2, 3, -6, -4, 5, 5, -1, -5], spread: [5, 3, 4, 8, 8, 5, 6, 7, 7], ms: 77, vary: 0.48 },
  round: { mean: [-5, 1, 5, 4, -2, -4, -6, -6, -7], spread: [5, 3, 3, 8, 11, 7, 7, 6, 5], ms: 91, vary: 0.46 },
  ell: { mean: [-5, 1, 5, 6, -2, -10, -2, -2, -1], spread: [6, 3, 4, 9, 12, 6, 8, 8, 7], ms: 79, vary: 0.43 },
  nasal: { mean: [-7, 4, -4, -11, -8, -5, -8, -6, -4], spread: [7, 3, 4, 8, 6, 8, 8, 8, 8], ms: 64, vary: 0.38 },
  buzz: { mean: [-13, -3, -9, -12, -7, -4, 4, 17, 23], spread: [7, 11, 10, 8, 7, 8, 12, 13, 11], ms: 84, vary: 0.35 },
  softBuzz: { mean: [-18, 3, -3, -5, -1, -1, 0, 4, 9], spread: [13, 3, 6, 9, 8, 11, 12, 13, 15], ms: 39, vary: 0.38 },
  hiss: { mean: [-16, -17, -16, -9, -3, 4, 11, 23, 29], spread: [7, 14, 9, 7, 7, 9, 9, 10, 10], ms: 110, vary: 0.28 },
  breath: { mean: [-25, -4, -4, 3, 8, 13, 15, 18, 22], spread: [11, 7, 6, 8, 9, 9, 11, 11, 13], ms: 94, vary: 0.32 },
  shut: { mean: [-31, 2, -5, -6, -2, 2, 4, 10, 12], spread: [15, 5, 7, 9, 10, 10, 12, 14, 15], ms: 43, vary: 0.46 },
  shutVoiced: {
    mean: [-15, 4, -5, -12, -9, -7, -7, -5, -2],
    spread: [12, 3, 6, 9, 9, 9, 11, 11, 11],
    ms: 32,
    vary: 0.48,
  },
  burst: { mean: [-32, -1, -1, 4, 11, 14, 16, 20, 22], spread: [12, 6, 5, 7, 9, 9, 10, 9, 10], ms: 29, vary: 0.45 },
  burstVoiced: {
    mean: [-18, 3, -5, -8, -4, -2, -1, 3, 5],
    spread: [9, 3, 8, 11, 11, 12, 12, 12, 12],
    ms: 22,
    vary: 0.45,
  },
} as const satisfies Record<string, SpeechClass>
export type SpeechClassName = keyof typeof SPEECH_CLASSES

/** Nobody speaks; how loud that is, the sound itself says. */
export const SILENCE = { mean: [-48, 4, -7, 0, 4, 9, 11, 19, 22], spread: [6, 3, 5, 6, 7, 7, 6, 6, 6] } as const

const CLASSES_OF: Readonly<Record<SpeechSound, readonly SpeechClassName[]>> = {
  ...{
    aa: ['open'],
    ao: ['open'],
    aw: ['open'],
    ay: ['open'],
    ae: ['wide'],
    eh: ['wide'],
    ah: ['middle'],
    uh: ['middle'],
  },
  ...{ ey: ['gliding'], er: ['er'], r: ['er'], ih: ['narrow'], iy: ['narrow'], y: ['narrow'] },
  ...{
    uw: ['round'],
    ow: ['round'],
    w: ['round'],
    oy: ['round'],
    l: ['ell'],
    m: ['nasal'],
    n: ['nasal'],
    ng: ['nasal'],
  },
  ...{ z: ['buzz'], zh: ['buzz'], v: ['softBuzz'], dh: ['softBuzz'], s: ['hiss'], sh: ['hiss'] },
  ...{ f: ['breath'], th: ['breath'], hh: ['breath'] },
  // Shut first, then let go.
  ...{ p: ['shut', 'burst'], t: ['shut', 'burst'], k: ['shut', 'burst'], ch: ['shut', 'hiss'] },
  ...{ b: ['shutVoiced', 'burstVoiced'], d: ['shutVoiced', 'burstVoiced'], g: ['shutVoiced', 'burstVoiced'] },
  jh: ['shutVoiced', 'buzz'],
}
/** A vowel without stress lasts so much less. */
const UNSTRESSED = 0.74

/** The parts a sound is heard in, one after the other, and how long each usually lasts in seconds. */
export const partsOf = (sound: string): { readonly name: SpeechClassName; readonly seconds: number }[] =>
  CLASSES_OF[bare(sound)].map((name) => ({
    name,
    seconds: (SPEECH_CLASSES[name].ms / 1000) * (isVowel(sound) && sound.endsWith('0') ? UNSTRESSED : 1),
  }))
