import { endpoint } from '../../http/endpoint'
import { deliverPreviewed, deliverStorefronts } from '../../services/delivery/pages'
import { openedBy } from '../../services/previews/opened'

export default endpoint('deliverStorefronts', async ({ query, now }) =>
  query.preview === undefined ? deliverStorefronts() : deliverPreviewed((await openedBy(query.preview, now)).editions),
)
