import { endpoint } from '../../../../../../../http/endpoint'
import { releaseAnyway } from '../../../../../../../services/release/pages-taken'
import { pageKeyOf } from '../../../../../../../services/release/releases'

export default endpoint('holdBack', ({ person, param }) => releaseAnyway(person, param('id'), pageKeyOf(param), null))
