import { endpoint } from '../http/endpoint'
import { sendExport } from '../http/send-export'
import { exportProducts } from '../services/files/export-products'

export default endpoint('exportProducts', async (call) => sendExport(call, await exportProducts(call.body, call.now)))
