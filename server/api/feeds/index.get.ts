import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listFeeds } from '../../services/imports/feeds'

export default endpoint(operations.listFeeds, () => listFeeds())
