/** "1.4 MB": what something takes in store. */
export function bytesInWords(bytes: number): string {
  if (bytes < 1000) return '1 kB'
  if (bytes < 999_500) return `${Math.round(bytes / 1000)} kB`
  return `${(bytes / 1e6).toFixed(bytes < 9.95e6 ? 1 : 0)} MB`
}
