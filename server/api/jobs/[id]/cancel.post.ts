import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { cancelJob } from '../../../services/work/jobs'

export default endpoint(operations.cancelJob, ({ person, param }) => cancelJob(person, param('id')))
