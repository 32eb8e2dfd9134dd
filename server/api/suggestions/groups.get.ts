import type { Grouping, SuggestionFilter } from '@contracts/drafting'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { suggestionGroups } from '../../services/suggestions/list'

export default endpoint<SuggestionFilter & { by: Grouping }>(operations.groupSuggestions, ({ person, query }) =>
  suggestionGroups(person, query),
)
