import { operations } from '@contracts/operations'
import { endpoint } from '../../../../http/endpoint'
import { recordHistory } from '../../../../services/record-history'

export default endpoint(operations.recordHistory, ({ param }) => recordHistory(param('kind'), param('code')))
