import { COMMANDS, keyName, keyShown, keysBound } from './commands'

const pressed = (key: string, more: Partial<KeyboardEvent> = {}) =>
  keyName({ key, code: '', shiftKey: false, ...more } as KeyboardEvent)

test('a key is kept under the name it is bound by', () => {
  expect(pressed('s')).toBe('s')
  expect(pressed('Z', { shiftKey: true })).toBe('Shift+Z')
  expect(pressed(' ', { code: 'Space' })).toBe('Space')
  expect(pressed('?', { shiftKey: true })).toBe('?')
  expect(pressed('ArrowUp')).toBe('ArrowUp')
})

test.each(['Shift', 'Control', 'Alt', 'Meta', 'Tab', 'Escape', 'Enter'])('%s alone is nobody’s key', (key) => {
  expect(pressed(key)).toBeUndefined()
})

test('no two commands come with the same key, none with a digit that exposes, and each tells what it does', () => {
  // As they stand on the keys: a place on the board is the same key as the sign on it.
  const keys = COMMANDS.map((command) => keyShown(command.id))
  expect(new Set(keys).size).toBe(keys.length)
  expect(keys.filter((key) => /^[1-9]$/.test(key))).toEqual([])
  expect(new Set(COMMANDS.map((command) => command.words)).size).toBe(COMMANDS.length)
  for (const { words } of COMMANDS) expect(words).toMatch(/^[A-Z][^.!]+$/)
})

test('a key one has chosen is not taken away by a command that came with it later', () => {
  const newer = COMMANDS.find(({ id }) => id === 'by-colour')!
  const acting = (chosen: object) => keysBound(chosen).findLast(([, key]) => key === newer.key)?.[0]
  expect([acting({}), acting({ later: newer.key })]).toEqual(['by-colour', 'later'])
})
