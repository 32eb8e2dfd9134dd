import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listQuestionSets } from '../../services/library/lists'

export default endpoint(operations.listQuestionSets, () => listQuestionSets())
