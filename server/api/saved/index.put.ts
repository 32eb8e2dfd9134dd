import type { SavedBody } from '@contracts/saved'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { save } from '../../services/people/saved-views'

export default endpoint<object, SavedBody>(operations.saveNamed, ({ person, body }) => save(person, body))
