import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listQuestionSets } from '../../services/library'

export default endpoint(operations.listQuestionSets, () => listQuestionSets())
