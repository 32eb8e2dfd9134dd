import { endpoint } from '../../http/endpoint'
import { takeFile, uploadPath } from '../../http/take-import'
import { lookAtUpload } from '../../services/imports/uploads'

export default endpoint('uploadFile', async ({ event, person, query }) => {
  const upload = await takeFile(event)
  return lookAtUpload(person, upload, uploadPath(upload), query)
})
