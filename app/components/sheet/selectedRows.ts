import type { SheetRow } from '@contracts/sheet'

/** What is selected in the sheet. */
export interface SelectedRows {
  rows: number
  skus(): Promise<string[]>
  /** SKUs by which a rule finds them: rules ask the SKUs of what is sold, so a parent is found by one of its variants. */
  skusForRules(): Promise<string[]>
}

export function selectedRows(rows: number, read: () => Promise<SheetRow[]>): SelectedRows {
  const skus = async () => (await read()).map((r) => r.sku)
  async function skusForRules() {
    const chosen = await read()
    const parents = chosen.filter((r) => r.variants > 0).map((r) => r.sku)
    if (parents.length === 0) return chosen.map((r) => r.sku)
    const { items } = await call('batchProducts', { body: { skus: parents } })
    const variantOf = new Map(items.map((p) => [p.sku, p.variants[0] ?? p.sku]))
    return chosen.map((r) => variantOf.get(r.sku) ?? r.sku)
  }
  return { rows, skus, skusForRules }
}
