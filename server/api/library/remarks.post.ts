import { endpoint } from '../../http/endpoint'
import { sharedTextRemarks } from '../../services/library/remarks'

export default endpoint('sharedTextRemarks', ({ body, now }) => sharedTextRemarks(body, now))
