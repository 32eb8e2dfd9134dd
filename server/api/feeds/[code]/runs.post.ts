import { accepted } from '../../../http/accepted'
import { endpoint } from '../../../http/endpoint'
import { runFeedNow } from '../../../services/imports/feeds'

export default endpoint('runFeed', async ({ event, person, param, now }) =>
  accepted(event, await runFeedNow(person, param('code'), now)),
)
