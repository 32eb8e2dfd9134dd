import { operations } from '@contracts/operations'
import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queueCheckAll, type CheckAllBody } from '../../services/translation/check-all'

export default endpoint<object, CheckAllBody>(operations.checkTranslations, async ({ event, person, body }) =>
  accepted(event, await queueCheckAll(person, body)),
)
