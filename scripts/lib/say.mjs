/** An end of the script that says in one sentence what to do about it. */
export class Stop extends Error {}

export const say = (line) => process.stdout.write(`${line}\n`)

/** Runs `work`; a Stop is printed as its sentence alone, anything else with its trace. Exits non-zero on both. */
export async function orStop(work) {
  try {
    await work()
  } catch (error) {
    process.stderr.write(`${error instanceof Stop ? error.message : (error?.stack ?? error)}\n`)
    process.exit(1)
  }
}
