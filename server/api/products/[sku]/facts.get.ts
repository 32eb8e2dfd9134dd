import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { database } from '../../../db/connect'
import { loadSetup } from '../../../db/queries/setup'
import { getFacts } from '../../../services/products/products'
import { lensOf, type LensBody } from '../../../services/reach/reach'

export default endpoint<LensBody>(operations.getFacts, async ({ param, query, now }) =>
  getFacts(param('sku'), lensOf(await loadSetup(database()), query, now)),
)
