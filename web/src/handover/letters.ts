import type { Scene } from '@unhurried/core'

/** In pixels: large enough to tell letters apart. */
const SIZE = 24
/** A place in Unicode that is nobody's letter: what is drawn for it is what is drawn for a letter no font has. */
const NOBODYS = '\u{10FFFE}'

/** Whatever people named or noted that a printed sheet shows. */
export const wordsPrinted = (scene: Scene, take: string): string[] => [
  scene.settings.name,
  scene.takes[take]?.name ?? '',
  ...(scene.takes[take]?.notes ?? []).map(({ text }) => text),
  ...Object.values(scene.levels).map(({ name }) => name),
  ...Object.values(scene.drawings).map(({ number }) => number),
]

/** The letters of some words that no font of this machine has, each once, by `isDrawn`. */
export function lettersLacking(words: readonly string[], isDrawn = drawnHere()): string[] {
  // What every face has is not looked at.
  const letters = new Set([...words.join('').replace(/[\u0000-\u024f\s]/g, '')])
  return [...letters].filter((letter) => /[\p{Letter}\p{Number}\p{Symbol}]/u.test(letter) && !isDrawn(letter))
}

/** Tells whether this browser draws a letter as more than the box it has for what it does not know. */
function drawnHere(): (letter: string) => boolean {
  const surface = new OffscreenCanvas(2 * SIZE, 2 * SIZE).getContext('2d', { willReadFrequently: true })!
  surface.font = `${SIZE}px sans-serif`
  const drawn = (letter: string) => {
    surface.clearRect(0, 0, 2 * SIZE, 2 * SIZE)
    surface.fillText(letter, SIZE / 2, 1.4 * SIZE)
    return surface.getImageData(0, 0, 2 * SIZE, 2 * SIZE).data.join()
  }
  const unknown = drawn(NOBODYS)
  return (letter) => drawn(letter) !== unknown
}
