import { homedir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../..', import.meta.url))

/** Where drawings are kept unless --data says otherwise: never inside the checkout. */
export function usualDataFolder() {
  // As root the database runs as another user, who may not enter root's home.
  if (process.getuid?.() === 0) return '/var/lib/unhurried-sketch'
  return join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'unhurried-sketch')
}
