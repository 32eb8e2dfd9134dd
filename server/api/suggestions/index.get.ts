import type { Grouping, SuggestionFilter } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { suggestionPage } from '../../services/suggestions/list'

export default endpoint<SuggestionFilter & { by: Grouping; offset: number; limit: number }>(
  operations.listSuggestions,
  ({ person, query }) => suggestionPage(person, query),
)
