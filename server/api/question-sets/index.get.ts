import { endpoint } from '../../http/endpoint'
import { listQuestionSets } from '../../services/library/lists'

export default endpoint('listQuestionSets', () => listQuestionSets())
