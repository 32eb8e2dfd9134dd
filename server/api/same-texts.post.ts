import { accepted } from '../http/accepted'
import { endpoint } from '../http/endpoint'
import { queueSameTexts } from '../services/search/same-texts'

export default endpoint('sameTexts', async ({ event, person, body }) =>
  accepted(event, await queueSameTexts(person, body)),
)
