import { endpoint } from '../../../http/endpoint'
import { setResponseHeader } from 'h3'
import { undoProductChange } from '../../../services/products/products'

export default endpoint('undoProductChange', async ({ event, person, param, body, now }) => {
  const { tag, ...rest } = await undoProductChange(person, param('sku'), body.change, body.paths ?? null, now)
  setResponseHeader(event, 'ETag', tag)
  return rest
})
