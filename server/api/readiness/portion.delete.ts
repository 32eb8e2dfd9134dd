import { endpoint } from '../../http/endpoint'
import { dropPortion } from '../../services/readiness/portion'

export default endpoint('dropPortion', ({ person }) => dropPortion(person))
