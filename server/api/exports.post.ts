import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { sendExport } from '../http/send-export'
import { exportProducts, type ExportBody } from '../services/files/export-products'

export default endpoint<object, ExportBody>(operations.exportProducts, async (call) =>
  sendExport(call, await exportProducts(call.body, call.now)),
)
