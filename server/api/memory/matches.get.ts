import { endpoint } from '../../http/endpoint'
import { matchesOf } from '../../services/translation/matches'

export default endpoint('memoryMatches', async ({ query }) => ({
  items: await matchesOf(query),
}))
