import { describe, expect, it } from 'vitest'
import { moveBy, readPasted } from './moveBy.js'

const size = { rows: 40, columns: 200, seen: 12 }

describe('a key in a table', () => {
  it.each([
    ['ArrowDown', false, [6, 7]],
    ['ArrowUp', false, [4, 7]],
    ['ArrowRight', false, [5, 8]],
    ['ArrowLeft', false, [5, 6]],
    ['PageDown', false, [17, 7]],
    ['PageUp', false, [0, 7]],
    ['Home', false, [5, 0]],
    ['End', false, [5, 199]],
    ['Home', true, [0, 0]],
    ['End', true, [39, 199]],
    ['a', false, undefined],
    ['Enter', false, undefined],
  ] as const)('%s with Ctrl: %s', (key, ctrlKey, to) => {
    const found = moveBy({ key, ctrlKey }, { row: 5, column: 7 }, size)
    expect(found && [found.row, found.column]).toEqual(to)
  })

  it('leads to the heads of columns and rows, a step before the first cell', () => {
    const first = { row: 0, column: 0 }
    expect(moveBy({ key: 'ArrowUp', ctrlKey: false }, first, size)).toEqual({ row: -1, column: 0 })
    expect(moveBy({ key: 'ArrowLeft', ctrlKey: false }, first, size)).toEqual({ row: 0, column: -1 })
    expect(moveBy({ key: 'PageUp', ctrlKey: false }, { row: 5, column: 0 }, size)).toEqual(first)
  })

  it('leads out of it nowhere', () => {
    for (const key of ['ArrowDown', 'ArrowRight', 'PageDown'])
      expect(moveBy({ key, ctrlKey: false }, { row: 39, column: 199 }, size)).toEqual({
        row: 39,
        column: 199,
      })
    for (const key of ['ArrowUp', 'ArrowLeft', 'PageUp'])
      expect(moveBy({ key, ctrlKey: false }, { row: -1, column: -1 }, size)).toEqual({ row: -1, column: -1 })
  })
})

it('what is pasted is read as spreadsheets copy it', () => {
  expect(readPasted('8\r\n9,5\r\n\r\n7\r\n')).toEqual([['8'], ['9,5'], [''], ['7']])
  expect(readPasted('1\t2\n3\t')).toEqual([
    ['1', '2'],
    ['3', ''],
  ])
})
