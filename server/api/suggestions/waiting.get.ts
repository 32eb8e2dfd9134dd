import { database } from '../../db/connect'
import { countWaiting } from '../../db/queries/suggestions'
import { endpoint } from '../../http/endpoint'

export default endpoint('waitingSuggestions', ({ person }) => countWaiting(database(), person.id))
