import { endpoint } from '../../http/endpoint'
import { sendExport } from '../../http/send-export'
import { findingsFile } from '../../services/readiness/findings'

export default endpoint('findingsFile', async (call) =>
  sendExport(call, await findingsFile(call.person, call.body, call.now)),
)
