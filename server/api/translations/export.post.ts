import { version } from '../../../package.json'
import { endpoint } from '../../http/endpoint'
import { sendExport } from '../../http/send-export'
import { exportTranslations } from '../../services/translation/exchange-out'

export default endpoint('exportTranslations', async (call) =>
  sendExport(call, await exportTranslations(call.body, call.now, version)),
)
