import { setResponseHeader } from 'h3'
import { endpoint } from '../../../../http/endpoint'
import { undoRecordChange } from '../../../../services/records/history'

export default endpoint('undoRecordChange', async ({ event, person, param, body, now }) => {
  const { tag, ...rest } = await undoRecordChange(person, param('kind'), param('code'), body.change, now)
  setResponseHeader(event, 'ETag', tag)
  return rest
})
