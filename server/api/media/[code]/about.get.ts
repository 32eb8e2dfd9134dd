import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { aboutMedia } from '../../../services/media/media'

export default endpoint<{ storefront?: string; language?: string }>(operations.aboutMedia, ({ param, query, now }) =>
  aboutMedia(param('code'), query, now),
)
