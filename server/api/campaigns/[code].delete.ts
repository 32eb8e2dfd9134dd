import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { deleteRecord } from '../../services/records'

export default endpoint(operations.deleteCampaign, ({ person, param, now }) =>
  deleteRecord(person, 'campaigns', param('code'), now),
)
