import { endpoint } from '../../../../../../../../http/endpoint'
import { pageOfTwoReleases } from '../../../../../../../../services/release/compare-releases'
import { pageKeyOf } from '../../../../../../../../services/release/releases'

export default endpoint('pageOfTwoReleases', ({ param, query, now }) =>
  pageOfTwoReleases({ storefront: param('storefront'), ...query }, pageKeyOf(param), now),
)
