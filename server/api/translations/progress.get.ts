import { endpoint } from '../../http/endpoint'
import { progress } from '../../services/translation/work'

export default endpoint('workProgress', ({ now }) => progress(now))
