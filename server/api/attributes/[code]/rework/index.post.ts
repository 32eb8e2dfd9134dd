import { operations } from '@contracts/operations'
import type { ReworkBody } from '@contracts/rework'
import { accepted } from '../../../../http/accepted'
import { endpoint } from '../../../../http/endpoint'
import { queueRework } from '../../../../services/bulk/rework-attribute'

export default endpoint<object, ReworkBody>(operations.reworkAttribute, async ({ event, person, param, body }) =>
  accepted(event, await queueRework(person, param('code'), body)),
)
