import { setResponseHeader } from 'h3'
import { endpoint } from '../../http/endpoint'
import { createProduct } from '../../services/products/make-products'

export default endpoint('createProduct', async ({ event, person, body, now }) => {
  const { tag, document } = await createProduct(person, body, now)
  setResponseHeader(event, 'ETag', tag)
  return document
})
