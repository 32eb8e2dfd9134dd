import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { picturesOf } from '../../../services/media/media'

export default endpoint<{ storefront: string; language: string }>(operations.checkPictures, ({ param, query, now }) =>
  picturesOf(param('sku'), query, now),
)
