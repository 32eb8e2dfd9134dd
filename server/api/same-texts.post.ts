import type { SameTextsBody } from '@contracts/search'
import { operations } from '@contracts/operations'
import { accepted } from '../http/accepted'
import { endpoint } from '../http/endpoint'
import { queueSameTexts } from '../services/search/same-texts'

export default endpoint<object, SameTextsBody>(operations.sameTexts, async ({ event, person, body }) =>
  accepted(event, await queueSameTexts(person, body)),
)
