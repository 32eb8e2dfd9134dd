import { database } from '../../db/connect'
import { endpoint } from '../../http/endpoint'
import { forget } from '../../services/translation/memory'

export default endpoint('forgetPairs', async ({ body }) => ({
  forgotten: await forget(database(), body.ids),
}))
