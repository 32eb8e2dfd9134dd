import { endpoint } from '../../http/endpoint'
import { accepted } from '../../http/accepted'
import { startPictureBatch } from '../../services/products/picture-batch'

export default endpoint('runPictureBatch', async ({ event, person, body }) =>
  accepted(event, await startPictureBatch(person, body)),
)
