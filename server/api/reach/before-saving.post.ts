import { endpoint } from '../../http/endpoint'
import { beforeSaving } from '../../services/reach/before-saving'

export default endpoint('beforeSaving', ({ body, now }) => beforeSaving(body, now))
