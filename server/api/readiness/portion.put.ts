import { endpoint } from '../../http/endpoint'
import { setPortion } from '../../services/readiness/portion'

export default endpoint('setPortion', ({ person, body, now }) => setPortion(person, body, now))
