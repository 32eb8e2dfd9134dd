import { endpoint } from '../../http/endpoint'
import { suggestionPage } from '../../services/suggestions/list'

export default endpoint('listSuggestions', ({ person, query }) => suggestionPage(person, query))
