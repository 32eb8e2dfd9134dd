import { endpoint } from '../../http/endpoint'
import { exportContent } from '../../services/library/files'

export default endpoint('exportContent', () => exportContent())
