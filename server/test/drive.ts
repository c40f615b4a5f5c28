import { fork, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'

/** The test harness: a database and servers of its own, that does as it is told. */
export interface Harness {
  readonly order: <T = { port: number }>(name: string, options?: object) => Promise<T>
}

/** Opens a harness; `order('stop')` ends it. */
export async function openHarness(): Promise<Harness> {
  const harness: ChildProcess = fork(join(__dirname, 'harness.mjs'), {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    execArgv: [],
  })
  harness.setMaxListeners(0)
  const answered = <T>(ask: () => void): Promise<T> =>
    new Promise((resolve, reject) => {
      harness.once('exit', (code) => reject(new Error(`the test harness ended with ${code}`)))
      harness.once('message', (answer: { done: T; failed?: string }) =>
        answer.failed ? reject(new Error(answer.failed)) : resolve(answer.done),
      )
      ask()
    })
  await answered(() => undefined)
  return { order: (name, options) => answered(() => void harness.send({ order: name, options })) }
}
