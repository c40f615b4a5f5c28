/** Letters of a file's name at most: four bytes each still leave room for what is put behind. */
const MOST = 60

/** A scene's name as part of a file's: letters and digits of any script, small, the rest a dash; "scene" where none are left. */
export function fileStem(name: string): string {
  const words = name
    .normalize('NFC')
    .toLowerCase()
    .replace(/[^\p{L}\p{M}\p{N}]+/gu, '-')
  return (
    [...words]
      .slice(0, MOST)
      .join('')
      .replace(/^-+|-+$/g, '') || 'scene'
  )
}
