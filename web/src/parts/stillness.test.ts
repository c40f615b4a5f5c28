import { restfulQueue } from './stillness'

const turn = () => new Promise((resolve) => setImmediate(resolve))

test('nothing begins while the page moves, and what went out of sight is left out', async () => {
  const looks: (() => void)[] = []
  let busy = true
  const queue = restfulQueue({ isBusy: () => busy, later: (look) => void looks.push(look) })
  const done: string[] = []
  let wanted = true
  queue(
    async () => void done.push('passed by'),
    () => wanted,
  )
  queue(
    async () => void done.push('seen'),
    () => true,
  )
  await turn()
  expect(done).toEqual([])
  wanted = false
  looks.shift()!()
  await turn()
  expect([done, looks.length]).toEqual([[], 1])
  busy = false
  looks.shift()!()
  await turn()
  expect(done).toEqual(['seen'])
})

test('one after the other; one that fails holds nobody up', async () => {
  const queue = restfulQueue({ isBusy: () => false })
  const done: string[] = []
  let finish = () => {}
  const always = () => true
  queue(() => new Promise<void>((_, reject) => (finish = () => reject(new Error('away')))), always)
  queue(async () => void done.push('second'), always)
  await turn()
  expect(done).toEqual([])
  finish()
  await turn()
  expect(done).toEqual(['second'])
})
