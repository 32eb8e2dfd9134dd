import type { PhotoRunBody } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { accepted } from '../http/accepted'
import { endpoint } from '../http/endpoint'
import { queuePhotos } from '../services/drafting/runs'

export default endpoint<object, PhotoRunBody>(operations.readPhotos, async ({ event, person, body, now }) =>
  accepted(event, await queuePhotos(person, body, now)),
)
