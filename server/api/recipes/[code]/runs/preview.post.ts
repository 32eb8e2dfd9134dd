import { endpoint } from '../../../../http/endpoint'
import { previewRun } from '../../../../services/drafting/runs'

export default endpoint('previewRecipeRun', ({ body, param, now }) => previewRun(param('code'), body, now))
