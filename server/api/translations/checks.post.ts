import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueCheckAll } from '../../services/translation/check-all'

export default endpoint('checkTranslations', async ({ event, person, body }) =>
  accepted(event, await queueCheckAll(person, body)),
)
