/** The name itself while it is free; else “Nose 2” for “Nose”, counted on until it is. */
export function freeName(name: string, taken: ReadonlySet<string>): string {
  const [, stem, count] = /^(.*?)(?: (\d+))?$/.exec(name)!
  let free = name
  for (let next = Number(count ?? 1) + 1; taken.has(free); next++) free = `${stem} ${next}`
  return free
}
