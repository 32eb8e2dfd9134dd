import { sheetRows } from '@server/services/products/sheet'
import { note, quantile, times } from './measure'

const columns = ['category', 'price@uk', 'stock', 'status', 'summary', 'weight', 'material']

/**
 * The sheet's first screen over 100,000 products by different filters, and a screen from the middle, as scrolling asks
 * for it.
 */
export async function benchList() {
  const ask = (more: object) =>
    sheetRows(
      { lens: { storefront: 'uk', language: 'en-GB' }, members: 'parents', columns, limit: 100, offset: 0, ...more },
      Date.now(),
    )
  const anyName = (value: string) => ({
    any: ['sku', 'gtin', 'name', 'name@fr-CH'].map((field) => ({ field, is: 'contains', value })),
  })
  const filters: [string, object][] = [
    ['all products', {}],
    ['from the middle', { offset: 50_000 }],
    ['one type', { filter: { field: 'type', is: 'equals', value: 'gloves' } }],
    ['search in names', { filter: anyName('regn 99') }],
    [
      'a measure and a choice',
      {
        filter: {
          all: [
            { field: 'attribute:weight', is: 'at-most', value: '500 g' },
            { field: 'attribute:material', is: 'equals', value: 'steel' },
          ],
        },
      },
    ],
    ['what has no summary', { filter: { field: 'attribute:summary', is: 'present', value: false } }],
    ['priced 20 to 60', { filter: { field: 'price', is: 'between', value: ['20 GBP', '60 GBP'] } }],
    ['products and variants', { members: 'both' }],
  ]
  for (const [what, more] of filters) {
    const t = await times(20, () => ask(more))
    note(
      `The sheet, 100 rows of ${what}, 95th percentile`,
      quantile(t, 0.95),
      200,
      ' ms',
      `median ${quantile(t, 0.5).toFixed(1)} ms`,
    )
  }
}
