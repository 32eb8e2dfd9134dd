import { operations } from '@contracts/operations'
import { accepted } from '../../http/accepted'
import { endpoint } from '../../http/endpoint'
import { queuePretranslate, type PretranslateBody } from '../../services/translation/machine'

export default endpoint<object, PretranslateBody>(operations.pretranslate, async ({ event, person, body }) =>
  accepted(event, await queuePretranslate(person, body)),
)
