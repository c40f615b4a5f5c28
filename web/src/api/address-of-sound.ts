import { addressOf, readSound } from '@unhurried/core/api'

/** Where a kept file with sound or a film is read from, for the page and for workers. */
export const addressOfSound = (file: string): string =>
  new URL(addressOf(readSound, { params: { sound: file } }), location.href).href
