import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { takeRecord } from '../../http/records'

export default endpoint<object, unknown>(operations.putTerm, (call) => takeRecord(call, 'glossary'))
