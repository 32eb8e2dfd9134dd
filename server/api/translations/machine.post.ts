import { endpoint } from '../../http/endpoint'
import { translateByMachine } from '../../services/translation/machine'

export default endpoint('translateSegments', async ({ body }) => ({
  items: await translateByMachine(body.segments, body.from, body.to),
}))
