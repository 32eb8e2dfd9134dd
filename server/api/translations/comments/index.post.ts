import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { addComment } from '../../../services/translation/comments'

export default endpoint<object, Parameters<typeof addComment>[1]>(
  operations.commentUnit,
  async ({ person, body, now }) => ({ items: await addComment(person, body, now) }),
)
