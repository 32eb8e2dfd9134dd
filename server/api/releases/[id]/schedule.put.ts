import { endpoint } from '../../../http/endpoint'
import { scheduleRelease } from '../../../services/release/on-its-way'

export default endpoint('scheduleRelease', ({ person, param, body, now }) =>
  scheduleRelease(person, param('id'), body, now),
)
