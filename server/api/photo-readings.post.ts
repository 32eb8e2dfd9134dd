import { accepted } from '../http/accepted'
import { endpoint } from '../http/endpoint'
import { queuePhotos } from '../services/drafting/runs'

export default endpoint('readPhotos', async ({ event, person, body, now }) =>
  accepted(event, await queuePhotos(person, body, now)),
)
