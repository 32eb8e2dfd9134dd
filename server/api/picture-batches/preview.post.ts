import { endpoint } from '../../http/endpoint'
import { previewPictureBatch } from '../../services/products/picture-batch'

export default endpoint('previewPictureBatch', ({ body }) => previewPictureBatch(body))
