import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { exportContent } from '../../services/library/files'

export default endpoint(operations.exportContent, () => exportContent())
