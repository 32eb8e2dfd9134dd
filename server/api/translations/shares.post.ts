import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { shareWork } from '../../services/translation/work'

export default endpoint<object, Parameters<typeof shareWork>[1]>(operations.shareWork, ({ person, body }) =>
  shareWork(person, body),
)
