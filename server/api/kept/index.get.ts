import type { KeptKind } from '@contracts/kept'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listKept } from '../../services/people/saved-views'

export default endpoint<{ kind: KeptKind }>(operations.listKept, ({ person, query }) => listKept(person, query.kind))
