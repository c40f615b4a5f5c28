const two = (value: number) => String(value).padStart(2, '0')

/** The day and the time of a moment where the page is, as 2026-11-28 and 09:05. */
export function momentOf(from: number): { day: string; time: string } {
  const date = new Date(from)
  return {
    day: `${date.getFullYear()}-${two(date.getMonth() + 1)}-${two(date.getDate())}`,
    time: `${two(date.getHours())}:${two(date.getMinutes())}`,
  }
}
