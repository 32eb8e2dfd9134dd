import { version } from '../../../package.json'
import { endpoint } from '../../http/endpoint'
import { sendExport } from '../../http/send-export'
import { exportMemory } from '../../services/translation/memory-files'

export default endpoint('exportMemory', (call) => sendExport(call, exportMemory(call.query, call.now, version)))
