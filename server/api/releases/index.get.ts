import { endpoint } from '../../http/endpoint'
import { listReleases } from '../../services/release/releases'

export default endpoint('listReleases', ({ query }) => listReleases(query))
