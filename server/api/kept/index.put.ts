import type { KeptBody } from '@contracts/kept'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { keep } from '../../services/people/saved-views'

export default endpoint<object, KeptBody>(operations.keep, ({ person, body }) => keep(person, body))
