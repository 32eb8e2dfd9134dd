import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { proof } from '../../services/proof/proof'

export default endpoint<Parameters<typeof proof>[1]>(operations.proof, ({ param, query, now }) =>
  proof(param('sku'), query, now),
)
