import { operations } from '@contracts/operations'
import { endpoint } from '../../../../http/endpoint'
import { settleComment } from '../../../../services/translation/comments'

export default endpoint<object, { settled: boolean }>(
  operations.settleComment,
  async ({ person, body, param, now }) => ({
    items: await settleComment(person, Number(param('id')) || 0, body.settled, now),
  }),
)
