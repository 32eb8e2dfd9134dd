import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { progress } from '../../services/translation/work'

export default endpoint(operations.workProgress, ({ now }) => progress(now))
