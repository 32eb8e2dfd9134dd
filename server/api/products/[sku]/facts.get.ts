import { endpoint } from '../../../http/endpoint'
import { database } from '../../../db/connect'
import { loadSetup } from '../../../db/queries/setup'
import { getFacts } from '../../../services/products/products'
import { lensOf } from '../../../services/reach/reach'

export default endpoint('getFacts', async ({ param, query, now }) =>
  getFacts(param('sku'), lensOf(await loadSetup(database()), query, now)),
)
