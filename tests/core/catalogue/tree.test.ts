import { expect, it } from 'vitest'
import { spotAfterStep, spotOfDrop, treeRows, withAllBelow } from '@core/catalogue/tree'
import { typeOfCategory } from '@core/catalogue/model'
import { testSetup } from '../../world'

const items = [
  ['bags', null],
  ['panniers', 'bags'],
  ['roll-top', 'panniers'],
  ['bar-bags', 'bags'],
  ['wear', null],
  ['lost', 'nowhere'],
].map(([code, parent]) => ({ code: code!, parent: parent! }))

it('reads a tree from top to bottom, without what is closed', () => {
  expect(treeRows(items, () => true).map((r) => `${r.level} ${r.item.code} ${r.place + 1}/${r.beside}`)).toEqual([
    '1 bags 1/3',
    '2 panniers 1/2',
    '3 roll-top 1/1',
    '2 bar-bags 2/2',
    '1 wear 2/3',
    '1 lost 3/3',
  ])
  expect(treeRows(items, (c) => c !== 'bags').map((r) => [r.item.code, r.hasChildren])).toEqual([
    ['bags', true],
    ['wear', false],
    ['lost', false],
  ])
})
it('moves by steps and by dropping, never under itself', () => {
  expect(spotAfterStep(items, 'bar-bags', 'up')).toEqual({ parent: 'bags', position: 0 })
  expect(spotAfterStep(items, 'bar-bags', 'in')).toEqual({ parent: 'panniers', position: 1 })
  expect(spotAfterStep(items, 'roll-top', 'out')).toEqual({ parent: 'bags', position: 1 })
  expect(spotAfterStep(items, 'bags', 'up')).toBeUndefined()
  expect(spotAfterStep(items, 'bags', 'out')).toBeUndefined()
  expect(spotOfDrop(items, 'bags', 'roll-top', 'into')).toBeUndefined()
  expect(spotOfDrop(items, 'panniers', 'bar-bags', 'after')).toEqual({ parent: 'bags', position: 1 })
  expect(spotOfDrop(items, 'wear', 'bags', 'before')).toEqual({ parent: null, position: 0 })
  expect([...withAllBelow(items, 'bags')]).toEqual(['bags', 'panniers', 'roll-top', 'bar-bags'])
})
it('suggests the product type of the nearest category that has one', () => {
  expect(['roll-top', 'bags', 'wear', null].map((c) => typeOfCategory(testSetup(), c))).toEqual([
    'bag',
    'bag',
    null,
    null,
  ])
})
