import { setResponseHeader, setResponseStatus } from 'h3'
import { operations } from '@contracts/operations'
import type { CopyBody } from '@contracts/variants'
import { endpoint } from '../../../http/endpoint'
import { copyProduct } from '../../../services/products/make-products'

export default endpoint<object, CopyBody>(operations.copyProduct, async ({ event, person, param, body, now }) => {
  const { tag, document } = await copyProduct(person, param('sku'), body, now)
  setResponseStatus(event, 201)
  setResponseHeader(event, 'ETag', tag)
  return document
})
