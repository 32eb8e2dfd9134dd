import type { PictureBatch } from '@contracts/media'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { accepted } from '../../http/accepted'
import { startPictureBatch } from '../../services/products/picture-batch'

export default endpoint<object, PictureBatch>(operations.runPictureBatch, async ({ event, person, body }) =>
  accepted(event, await startPictureBatch(person, body)),
)
