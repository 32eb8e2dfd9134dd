import { endpoint } from '../../../http/endpoint'
import { submitRelease } from '../../../services/release/on-its-way'

export default endpoint('submitRelease', ({ person, param, body, now }) =>
  submitRelease(person, param('id'), body, now),
)
