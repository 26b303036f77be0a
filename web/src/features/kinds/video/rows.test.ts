import { expect, it } from 'vitest'
import { rowsOf } from './rows.js'

const at = (...moments: number[]) => moments.map(one => ({ at: one }))

it('stops that lie near each other stand in rows, those that do not in one', () => {
  expect(rowsOf(at(0, 10, 20, 30), 60)).toEqual([0, 0, 0, 0])
  expect(rowsOf(at(1, 3, 5, 40), 48)).toEqual([0, 1, 2, 0])
  expect(rowsOf(at(1, 2, 3, 4, 5, 6, 7), 600)).toEqual([0, 1, 2, 3, 4, 4, 4])
  expect(rowsOf([], 60)).toEqual([])
  expect(rowsOf(at(5), 0)).toEqual([0])
})
