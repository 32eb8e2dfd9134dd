import { operations } from '@contracts/operations'
import type { VariantsBody } from '@contracts/variants'
import { endpoint } from '../../../http/endpoint'
import { saveVariants } from '../../../services/products/make-products'

export default endpoint<object, VariantsBody>(operations.saveVariants, ({ person, param, body, now }) =>
  saveVariants(person, param('sku'), body, now),
)
