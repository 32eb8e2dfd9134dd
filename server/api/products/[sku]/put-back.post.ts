import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { setResponseHeader } from 'h3'
import { putBack } from '../../../services/products/products'

export default endpoint<object, { change: number; paths?: string[] }>(
  operations.putBack,
  async ({ event, person, param, body, now }) => {
    const { tag, ...rest } = await putBack(person, param('sku'), body.change, body.paths ?? null, now)
    setResponseHeader(event, 'ETag', tag)
    return rest
  },
)
