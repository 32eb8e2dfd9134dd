import { accepted } from '../../../http/accepted'
import { endpoint } from '../../../http/endpoint'
import { queueRemoval } from '../../../services/products/remove-products'

export default endpoint('removeProducts', async ({ event, person, body, now }) =>
  accepted(event, await queueRemoval(person, body, now)),
)
