import { endpoint } from '../../../http/endpoint'
import { addComment } from '../../../services/translation/comments'

export default endpoint('commentUnit', async ({ person, body, now }) => ({
  items: await addComment(person, body, now),
}))
