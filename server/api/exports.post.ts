import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { sendExport } from '../http/send-export'
import { exportProducts, type ExportBody } from '../services/export-products'

export default endpoint<object, ExportBody>(operations.exportProducts, async ({ event, body, now }) => sendExport(event, await exportProducts(body, now)))
