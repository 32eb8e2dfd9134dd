import { endpoint } from '../../../http/endpoint'
import { cancelJob } from '../../../services/work/jobs'

export default endpoint('cancelJob', ({ person, param }) => cancelJob(person, param('id')))
