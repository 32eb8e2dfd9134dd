import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { setResponseHeader } from 'h3'
import type { ProductPatchBody } from '@contracts/product'
import { patchProduct } from '../../../services/products'

export default endpoint<object, ProductPatchBody>(
  operations.patchProduct,
  async ({ event, person, param, header, body, now }) => {
    const { tag, document } = await patchProduct(person, param('sku'), header('if-match'), body, now)
    setResponseHeader(event, 'ETag', tag)
    return document
  },
)
