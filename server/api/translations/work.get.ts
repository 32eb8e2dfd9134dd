import { endpoint } from '../../http/endpoint'
import { listWork } from '../../services/translation/work'

export default endpoint('listWork', ({ query: { kinds, ...query }, now }) =>
  listWork({ ...query, ...(kinds ? { kinds: kinds.split(',') } : {}) }, now),
)
