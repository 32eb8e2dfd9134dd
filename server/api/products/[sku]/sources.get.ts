import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { sourcesOf } from '../../../services/pool/data-pool'

export default endpoint(operations.getSources, ({ param }) => sourcesOf(param('sku')))
