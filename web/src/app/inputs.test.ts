import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

const root = join(__dirname, '..')
const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.vue'))

test('a field that only hears of what was typed at its end lets one type: it would put the old text back at every key', () => {
  const stubborn = files.flatMap((file) =>
    [...readFileSync(join(root, file), 'utf8').matchAll(/<ElInput\s([^>]|=>)*?>/g)]
      .map(([field]) => field)
      .filter(
        (field) =>
          field.includes(':model-value=') &&
          !/:model-modifiers="\{ lazy: true \}"|@input=|@update:model-value=/.test(field),
      )
      .map(() => file),
  )
  expect(files.length).toBeGreaterThan(50)
  expect(stubborn).toEqual([])
})

test('a number is asked for by the field that always gives one', () => {
  const bare = files.filter((file) => readFileSync(join(root, file), 'utf8').includes('<ElInputNumber'))
  expect(bare).toEqual([])
})
