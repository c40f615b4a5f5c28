import { useKeyPen } from './useKeyPen'

/** What the pen on the table was told, and keys pressed on the paper. */
function paper({ takes = true, selected = false } = {}) {
  const told: string[] = []
  const place = ({ x, y }: { x: number; y: number }) => `${x},${y}`
  const pen = {
    putDown: (at: { x: number; y: number }) => (told.push(`down ${place(at)}`), takes),
    lead: (at: { x: number; y: number }) => void told.push(`to ${place(at)}`),
    letGo: () => void told.push('up'),
    giveUp: () => void told.push('given up'),
  }
  const keys = useKeyPen({ pen: () => pen, size: () => ({ width: 100, height: 60 }), isSelected: () => selected })
  keys.begin()
  const press = (key: string, more: object = {}) => {
    let passed = true
    const taken = { preventDefault: () => undefined, stopPropagation: () => (passed = false) }
    keys.onKey({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...taken, ...more } as never)
    return passed
  }
  return { keys, told, press }
}

test('arrows lead the pen from the middle of the paper, Enter puts it down and lifts it', () => {
  const { keys, told, press } = paper()
  press('ArrowRight')
  press('ArrowUp', { shiftKey: true })
  expect(told).toEqual([])
  press('Enter')
  press('ArrowRight')
  press('Enter')
  press('ArrowLeft')
  expect(told).toEqual(['down 60,29', 'to 70,29', 'up'])
  expect([keys.isDown.value, keys.at.value]).toEqual([false, { x: 60, y: 29 }])
})

test('it never leaves the paper', () => {
  const { keys, press } = paper()
  for (let n = 0; n < 20; n++) press('ArrowDown')
  expect(keys.at.value).toEqual({ x: 50, y: 60 })
  press('ArrowUp')
  expect(keys.at.value.y).toBe(50)
})

test('Escape, or the focus going elsewhere, gives up what was begun; else Escape is not the pen’s', () => {
  const { keys, told, press } = paper()
  expect(press('Escape')).toBe(true)
  press('Enter')
  expect(press('Escape')).toBe(false)
  press('Enter')
  keys.end()
  expect([told.filter((each) => each === 'given up'), keys.isHere.value, keys.isDown.value]).toEqual([
    ['given up', 'given up'],
    false,
    false,
  ])
})

test('a tool that is done as it is pressed stays nowhere; other keys, and arrows while something is selected, go their own way', () => {
  const { keys, told, press } = paper({ takes: false, selected: true })
  press('Enter')
  expect([told, keys.isDown.value]).toEqual([['down 50,30'], false])
  expect([press('ArrowLeft'), press('a'), press('Enter', { ctrlKey: true })]).toEqual([true, true, true])
})
