import { setResponseHeader } from 'h3'
import { endpoint } from '../../../http/endpoint'
import { copyProduct } from '../../../services/products/make-products'

export default endpoint('copyProduct', async ({ event, person, param, body, now }) => {
  const { tag, document } = await copyProduct(person, param('sku'), body, now)
  setResponseHeader(event, 'ETag', tag)
  return document
})
