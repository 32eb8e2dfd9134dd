import { endpoint } from '../http/endpoint'
import { workHistory } from '../services/work/history'

export default endpoint('workHistory', ({ person, query }) => workHistory(person, query))
