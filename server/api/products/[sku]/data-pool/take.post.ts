import { setResponseHeader } from 'h3'
import { endpoint } from '../../../../http/endpoint'
import { takeFromPool } from '../../../../services/pool/data-pool'

export default endpoint('takeFromPool', async ({ event, person, param, body, now }) => {
  const { tag, document } = await takeFromPool(person, param('sku'), body, now)
  setResponseHeader(event, 'ETag', tag)
  return document
})
