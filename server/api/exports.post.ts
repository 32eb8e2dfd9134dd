import { Readable } from 'node:stream'
import { sendStream, setResponseHeaders } from 'h3'
import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { exportProducts, type ExportBody } from '../services/export-products'

export default endpoint<object, ExportBody>(operations.exportProducts, async ({ event, body, now }) => {
  const file = await exportProducts(body, now)
  setResponseHeaders(event, { 'Content-Type': file.type, 'Content-Disposition': `attachment; filename="${file.name}"`, 'Cache-Control': 'no-store' })
  return sendStream(event, Readable.from(file.chunks))
})
