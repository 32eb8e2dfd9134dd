import { endpoint } from '../../http/endpoint'
import { translators } from '../../services/translation/work'

export default endpoint('translators', async ({ query }) => ({
  items: await translators(query.language),
}))
