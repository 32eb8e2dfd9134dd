import { endpoint } from '../../../../http/endpoint'
import { readSlug } from '../../../../services/search/texts'

export default endpoint('readSlug', ({ param }) => readSlug(param('storefront'), param('language'), param('slug')))
