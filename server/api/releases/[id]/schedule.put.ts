import { endpoint } from '../../../http/endpoint'
import { scheduleRelease } from '../../../services/release/scheduled'

export default endpoint('scheduleRelease', ({ person, param, body, now }) =>
  scheduleRelease(person, param('id'), body, now),
)
