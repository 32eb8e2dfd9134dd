import { operations } from '@contracts/operations'
import type { ClothFilter } from '@contracts/readiness'
import { endpoint } from '../../http/endpoint'
import { sendExport } from '../../http/send-export'
import { findingsFile } from '../../services/readiness/findings'

export default endpoint<object, ClothFilter>(operations.findingsFile, async (call) =>
  sendExport(call, await findingsFile(call.person, call.body, call.now)),
)
