import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { searchTextsOf } from '../../../services/search/texts'

export default endpoint<{ storefront: string; language: string }>(operations.searchTexts, ({ param, query }) =>
  searchTextsOf(param('sku'), query),
)
