import { endpoint } from '../../http/endpoint'
import { suggestionGroups } from '../../services/suggestions/list'

export default endpoint('groupSuggestions', ({ person, query }) => suggestionGroups(person, query))
