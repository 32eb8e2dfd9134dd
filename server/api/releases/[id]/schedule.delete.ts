import { endpoint } from '../../../http/endpoint'
import { unscheduleRelease } from '../../../services/release/scheduled'

export default endpoint('unscheduleRelease', ({ person, param }) => unscheduleRelease(person, param('id')))
