import { endpoint } from '../../../http/endpoint'
import { notePreview } from '../../../http/preview-cookie'
import { openPreview } from '../../../services/previews/opened'

export default endpoint('openPreview', async ({ event, param, now }) => {
  const opened = await openPreview(param('token'), now)
  notePreview(event, param('token'))
  return opened
})
