import { endpoint } from '../../http/endpoint'
import { tryComposedPage } from '../../services/composed/try-page'

export default endpoint('tryComposedPage', ({ body, now }) => tryComposedPage(body, now))
