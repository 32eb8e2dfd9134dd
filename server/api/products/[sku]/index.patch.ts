import { setResponseHeader } from 'h3'
import type { ProductPatchBody } from '@contracts/product'
import { noteAnyVersion } from '../../../http/any-version'
import { endpoint } from '../../../http/endpoint'
import { patchProduct } from '../../../services/products/products'

/** Whether everything that is changed names what was seen of it. */
function namesEveryBase({ values = [], prices = [], bases = {}, ...rest }: ProductPatchBody): boolean {
  const paths = [...Object.keys(rest), ...prices.map((p) => `price@${p.storefront}`)]
  return values.every((v) => 'base' in v) && paths.every((path) => path in bases)
}

export default endpoint('patchProduct', async (call) => {
  const { event, person, param, header, body, now } = call
  const { tag, document } = await patchProduct(person, param('sku'), header('if-match'), body, now)
  if (!namesEveryBase(body)) await noteAnyVersion(call)
  setResponseHeader(event, 'ETag', tag)
  return document
})
