import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { answerRecord } from '../../http/records'

export default endpoint(operations.getTerm, (call) => answerRecord(call, 'glossary'))
