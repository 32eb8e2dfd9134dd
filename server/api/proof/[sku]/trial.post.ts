import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { tryProof } from '../../../services/proof/proof'

export default endpoint<object, Parameters<typeof tryProof>[1]>(operations.tryProof, ({ param, body, now }) =>
  tryProof(param('sku'), body, now),
)
