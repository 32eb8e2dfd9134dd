import { operations } from '@contracts/operations'
import { endpoint } from '../../../../http/endpoint'
import { readSlug } from '../../../../services/search/texts'

export default endpoint(operations.readSlug, ({ param }) =>
  readSlug(param('storefront'), param('language'), param('slug')),
)
