import { operations } from '@contracts/operations'
import { version } from '../../../package.json'
import { endpoint } from '../../http/endpoint'
import { sendExport } from '../../http/send-export'
import { exportTranslations, type ExportTranslationsBody } from '../../services/translation/exchange-out'

export default endpoint<object, ExportTranslationsBody>(operations.exportTranslations, async (call) =>
  sendExport(call, await exportTranslations(call.body, call.now, version)),
)
