import { database } from '../../db/connect'
import { deletePairs } from '../../db/queries/memory-pairs'
import { endpoint } from '../../http/endpoint'

export default endpoint('forgetPairs', async ({ body }) => ({
  forgotten: await deletePairs(database(), body.ids),
}))
