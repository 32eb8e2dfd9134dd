import { endpoint } from '../../../../../../../http/endpoint'
import { pageKeyOf, releaseAnyway } from '../../../../../../../services/release/releases'

export default endpoint('holdBack', ({ person, param }) => releaseAnyway(person, param('id'), pageKeyOf(param), null))
