import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queuePretranslate } from '../../services/translation/machine'

export default endpoint('pretranslate', async ({ event, person, body }) =>
  accepted(event, await queuePretranslate(person, body)),
)
