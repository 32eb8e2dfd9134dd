import { endpoint } from '../../../http/endpoint'
import { picturesOf } from '../../../services/media/media'

export default endpoint('checkPictures', ({ param, query, now }) => picturesOf(param('sku'), query, now))
