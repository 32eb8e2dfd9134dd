import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listWork, type WorkAsked } from '../../services/translation/work'

type Query = Omit<WorkAsked, 'kinds'> & { kinds?: string; limit: number; offset: number }

export default endpoint<Query>(operations.listWork, ({ query: { kinds, ...query }, now }) =>
  listWork({ ...query, ...(kinds ? { kinds: kinds.split(',') } : {}) }, now),
)
