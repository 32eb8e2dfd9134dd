import { endpoint } from '../../../../../http/endpoint'
import { keptOut } from '../../../../../services/release/at-once'

export default endpoint('keptOut', ({ param }) => keptOut(param('storefront')))
