import { listForEdition } from '@server/services/list-products'
import { note, quantile, times } from './measure'

/** The catalogue's first screen over 100,000 products, and a screen from the middle, as scrolling asks for it. */
export async function benchList() {
  const ask = (more: object) => listForEdition({ limit: 100, storefront: 'uk', language: 'en-GB', ...more })
  for (const [what, more] of [['first screen', {}], ['middle', { offset: 50_000 }], ['one type', { type: 'gloves' }], ['search in names', { q: 'regn 99' }]] as const) {
    const t = await times(30, () => ask(more))
    note(`List of the catalogue, ${what}, 95th percentile`, quantile(t, 0.95), 200, ' ms', `median ${quantile(t, 0.5).toFixed(1)} ms`)
  }
}
