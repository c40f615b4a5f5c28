/** Sounds of speech by the symbols of the CMU pronouncing dictionary, with a word in which each is heard. */
export const SPEECH_SOUNDS = {
  aa: 'calm',
  ae: 'cat',
  ah: 'cut',
  ao: 'caught',
  aw: 'cow',
  ay: 'kite',
  b: 'bee',
  ch: 'cheese',
  d: 'dee',
  dh: 'thee',
  eh: 'bed',
  er: 'bird',
  ey: 'bay',
  f: 'fee',
  g: 'green',
  hh: 'he',
  ih: 'bit',
  iy: 'beat',
  jh: 'jest',
  k: 'key',
  l: 'lee',
  m: 'me',
  n: 'knee',
  ng: 'ping',
  ow: 'boat',
  oy: 'toy',
  p: 'pea',
  r: 'reed',
  s: 'sea',
  sh: 'she',
  t: 'tea',
  th: 'theft',
  uh: 'hood',
  uw: 'two',
  v: 'vat',
  w: 'we',
  y: 'yield',
  z: 'zoo',
  zh: 'seizure',
} as const
export type SpeechSound = keyof typeof SPEECH_SOUNDS
const VOWELS = new Set<string>('aa ae ah ao aw ay eh er ey ih iy ow oy uh uw'.split(' '))
export const isVowel = (sound: string): boolean => VOWELS.has(bare(sound))

/** A sound without the mark of its stress. */
export const bare = (sound: string): SpeechSound => sound.replace(/[0-2]$/, '') as SpeechSound

/** The most sounds of one word. */
export const MOST_SOUNDS = 40

/** Whether this is a sound of speech, with or without the mark of its stress. */
export const isSpeechSound = (sound: string): boolean =>
  Object.hasOwn(SPEECH_SOUNDS, bare(sound)) && (isVowel(sound) || sound === bare(sound))
