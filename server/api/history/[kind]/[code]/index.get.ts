import { endpoint } from '../../../../http/endpoint'
import { recordHistory } from '../../../../services/records/history'

export default endpoint('recordHistory', ({ param, query }) => recordHistory(param('kind'), param('code'), query))
