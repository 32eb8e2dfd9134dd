import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { proofMoments } from '../../../services/proof/proof'

export default endpoint<Parameters<typeof proofMoments>[1]>(operations.proofMoments, ({ param, query, now }) =>
  proofMoments(param('sku'), query, now),
)
