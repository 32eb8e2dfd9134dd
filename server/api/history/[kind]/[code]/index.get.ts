import { operations } from '@contracts/operations'
import { endpoint } from '../../../../http/endpoint'
import { recordHistory } from '../../../../services/records/history'

export default endpoint(operations.recordHistory, ({ param }) => recordHistory(param('kind'), param('code')))
