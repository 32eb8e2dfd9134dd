import { endpoint } from '../../../../http/endpoint'
import { previewRework } from '../../../../services/bulk/rework-attribute'

export default endpoint('previewRework', ({ param, body }) => previewRework(param('code'), body))
