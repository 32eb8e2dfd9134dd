import { endpoint } from '../../../../http/endpoint'
import { recordHistory } from '../../../../services/records/history'

export default endpoint('recordHistory', ({ param }) => recordHistory(param('kind'), param('code')))
