import { endpoint } from '../../../../../http/endpoint'
import { letComeBack } from '../../../../../services/release/at-once'

export default endpoint('letComeBack', ({ person, param }) => letComeBack(person, param('storefront'), param('sku')))
