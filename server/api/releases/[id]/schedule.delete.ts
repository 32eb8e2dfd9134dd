import { endpoint } from '../../../http/endpoint'
import { unscheduleRelease } from '../../../services/release/on-its-way'

export default endpoint('unscheduleRelease', ({ person, param }) => unscheduleRelease(person, param('id')))
