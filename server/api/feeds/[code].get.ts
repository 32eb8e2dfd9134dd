import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { answerRecord } from '../../http/records'

export default endpoint(operations.getFeed, (call) => answerRecord(call, 'feeds'))
