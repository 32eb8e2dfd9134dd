import type { PictureBatch } from '@contracts/media'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { previewPictureBatch } from '../../services/products/picture-batch'

export default endpoint<object, PictureBatch>(operations.previewPictureBatch, ({ body }) => previewPictureBatch(body))
