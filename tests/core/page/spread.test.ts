import { expect, it } from 'vitest'
import { spread } from '@core/page/spread'

const line = { gap: 26, length: 400 }

it('leaves places where they are that have room', () => {
  expect(spread([10, 100, 390], line)).toEqual([10, 100, 390])
  expect(spread([], line)).toEqual([])
})
it('pushes those apart that are too near, in their order', () => {
  expect(spread([60, 68, 90], line)).toEqual([60, 86, 112])
})
it('pushes back what would leave the line, and what stands before it', () => {
  expect(spread([380, 395, 399], line)).toEqual([348, 374, 400])
})
it('stands evenly where there is no room for all', () => {
  expect(spread([1, 2, 3, 4, 5], { gap: 26, length: 80 })).toEqual([0, 20, 40, 60, 80].map((x) => expect.closeTo(x)))
})
