import { setResponseHeader, setResponseStatus } from 'h3'
import { operations } from '@contracts/operations'
import type { NewProductBody } from '@contracts/variants'
import { endpoint } from '../../http/endpoint'
import { createProduct } from '../../services/products/make-products'

export default endpoint<object, NewProductBody>(operations.createProduct, async ({ event, person, body, now }) => {
  const { tag, document } = await createProduct(person, body, now)
  setResponseStatus(event, 201)
  setResponseHeader(event, 'ETag', tag)
  return document
})
