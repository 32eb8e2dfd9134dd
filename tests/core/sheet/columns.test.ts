import { describe, expect, it } from 'vitest'
import type { AttributeTypeName } from '@core/attributes/attribute'
import { attributeTypes } from '@core/attributes/types/registry'
import { fieldLabels, isSortable, sortableFields, type SheetField } from '@core/sheet/columns'
import { testSetup } from '../../world'

const [some] = testSetup().attributes.values()
const ofType = (type: AttributeTypeName) =>
  isSortable({ id: 'x', kind: 'attribute', attribute: { ...some!, code: 'x', type }, edition: null })

describe('columns by which rows can be sorted', () => {
  it('are those of one thing that has an order, not of long texts, lists and tables', () => {
    const types = Object.keys(attributeTypes) as AttributeTypeName[]
    expect(types.filter(ofType).sort()).toEqual(['choice', 'date', 'link', 'measure', 'number', 'text', 'yes-no'])
  })
  it('are fields that hold one thing', () => {
    const fields = (Object.keys(fieldLabels) as SheetField[]).filter((field) =>
      isSortable({ id: field, kind: 'field', field }),
    )
    expect([...fields].sort()).toEqual([...sortableFields].sort())
    expect(fields).not.toContain('tags')
  })
  it('are prices, and nothing that another system sent along', () => {
    expect(isSortable({ id: 'price@uk', kind: 'price', storefront: 'uk' })).toBe(true)
    expect(isSortable({ id: 'carried:bin', kind: 'carried', name: 'bin' })).toBe(false)
  })
})
