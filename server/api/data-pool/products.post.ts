import { operations } from '@contracts/operations'
import type { FromPoolBody } from '@contracts/pool'
import { setResponseStatus } from 'h3'
import { endpoint } from '../../http/endpoint'
import { makeFromPool } from '../../services/pool/products-from-pool'

export default endpoint<object, FromPoolBody>(operations.makeFromPool, async ({ event, person, body, now }) => {
  const report = await makeFromPool(person, body, now)
  setResponseStatus(event, 201)
  return report
})
