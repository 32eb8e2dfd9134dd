import type { DeliveredGroup } from '@contracts/delivery'
import { database } from '../../db/connect'
import { loadSetup } from '../../db/queries/setup'

/** The customer groups that pages can be asked for. */
export async function deliverGroups(): Promise<{ items: DeliveredGroup[] }> {
  const { groups } = await loadSetup(database())
  return { items: [...groups].map(([group, { name }]) => ({ group, name })) }
}
