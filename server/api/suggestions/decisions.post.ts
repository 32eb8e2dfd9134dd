import { endpoint } from '../../http/endpoint'
import { decide } from '../../services/suggestions/decide'

export default endpoint('decideSuggestions', ({ person, body, now }) => decide(person, body, now))
