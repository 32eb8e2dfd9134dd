import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { matchesOf, type MatchesQuery } from '../../services/translation/matches'

export default endpoint<MatchesQuery>(operations.memoryMatches, async ({ query }) => ({
  items: await matchesOf(query),
}))
