import type { KnownSkus } from '@contracts/product'
import { fold } from '@core/text/fold'
import { database } from '../../db/connect'
import { skusByFolded } from '../../db/queries/families'

/** Which SKUs of a list there are, in any case and with any spaces around them, and which there are not. */
export async function knownSkus(given: readonly string[]): Promise<KnownSkus> {
  const written = given.map((sku) => sku.trim()).filter((sku) => sku !== '')
  const known = await skusByFolded(database(), [...new Set(written.map(fold))])
  return {
    skus: [...new Set(written.flatMap((sku) => known.get(fold(sku)) ?? []))],
    unknown: [...new Set(written.filter((sku) => !known.has(fold(sku))))],
  }
}
