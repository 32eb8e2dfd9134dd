import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { importContent } from '../../services/library/files'

export default endpoint<{ mode: 'check' | 'apply' }, object>(operations.importContent, ({ person, query, body, now }) =>
  importContent(person, body, query.mode, now),
)
