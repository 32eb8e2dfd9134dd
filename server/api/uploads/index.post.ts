import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { takeFile, uploadPath } from '../../http/take-import'
import { lookAtUpload } from '../../services/imports/uploads'

export default endpoint<{ name: string; mapping?: number; type?: string }>(
  operations.uploadFile,
  async ({ event, person, query }) => {
    const upload = await takeFile(event)
    return lookAtUpload(person, upload, uploadPath(upload), query)
  },
)
