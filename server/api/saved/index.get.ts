import type { SavedKind } from '@contracts/saved'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listSaved } from '../../services/people/saved-views'

export default endpoint<{ kind: SavedKind }>(operations.listSaved, ({ person, query }) => listSaved(person, query.kind))
