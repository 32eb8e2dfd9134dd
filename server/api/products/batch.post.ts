import { endpoint } from '../../http/endpoint'
import { productBatch } from '../../services/products/product-batch'

export default endpoint('batchProducts', ({ body }) => productBatch(body.skus))
