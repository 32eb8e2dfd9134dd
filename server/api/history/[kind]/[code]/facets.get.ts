import { endpoint } from '../../../../http/endpoint'
import { recordHistoryFacets } from '../../../../services/records/history'

export default endpoint('recordHistoryFacets', ({ param }) => recordHistoryFacets(param('kind'), param('code')))
