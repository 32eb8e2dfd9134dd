import { endpoint } from '../../../../../http/endpoint'
import { compareReleases } from '../../../../../services/release/compare-releases'

export default endpoint('compareReleases', ({ param, query: { from, to, ...filter }, now }) =>
  compareReleases({ storefront: param('storefront'), from, to }, filter, now),
)
