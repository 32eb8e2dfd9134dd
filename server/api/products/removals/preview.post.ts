import { endpoint } from '../../../http/endpoint'
import { previewRemoval } from '../../../services/products/remove-products'

export default endpoint('previewRemoval', ({ body, now }) => previewRemoval(body, now))
