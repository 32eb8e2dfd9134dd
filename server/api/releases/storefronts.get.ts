import { endpoint } from '../../http/endpoint'
import { storefrontReleases } from '../../services/release/releases'

export default endpoint('storefrontReleases', () => storefrontReleases())
