import { endpoint } from '../../../http/endpoint'
import { setResponseHeader } from 'h3'
import { getProduct } from '../../../services/products/products'

export default endpoint('getProduct', async ({ event, param }) => {
  const { tag, document } = await getProduct(param('sku'))
  setResponseHeader(event, 'ETag', tag)
  return document
})
