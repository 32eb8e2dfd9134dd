import { endpoint } from '../../http/endpoint'
import { listFeeds } from '../../services/imports/feeds'

export default endpoint('listFeeds', () => listFeeds())
