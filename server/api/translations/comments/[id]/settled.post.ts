import { endpoint } from '../../../../http/endpoint'
import { settleComment } from '../../../../services/translation/comments'

export default endpoint('settleComment', async ({ person, body, param, now }) => ({
  items: await settleComment(person, Number(param('id')) || 0, body.settled, now),
}))
