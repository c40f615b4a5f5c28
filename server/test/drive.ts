import { fork, type ChildProcess } from 'node:child_process'
import { join } from 'node:path'

/** The test house: a database and servers of its own, that does as it is told. */
export interface House {
  readonly order: <T = { port: number }>(name: string, options?: object) => Promise<T>
}

/** Opens a house; `order('stop')` ends it. */
export async function openHouse(): Promise<House> {
  const house: ChildProcess = fork(join(__dirname, 'house.mjs'), {
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    execArgv: [],
  })
  house.setMaxListeners(0)
  const answered = <T>(ask: () => void): Promise<T> =>
    new Promise((resolve, reject) => {
      house.once('exit', (code) => reject(new Error(`the test house ended with ${code}`)))
      house.once('message', (answer: { done: T; failed?: string }) =>
        answer.failed ? reject(new Error(answer.failed)) : resolve(answer.done),
      )
      ask()
    })
  await answered(() => undefined)
  return { order: (name, options) => answered(() => void house.send({ order: name, options })) }
}
