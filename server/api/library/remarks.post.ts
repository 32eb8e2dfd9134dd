import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { sharedTextRemarks } from '../../services/library/remarks'

export default endpoint<object, Parameters<typeof sharedTextRemarks>[0]>(
  operations.sharedTextRemarks,
  ({ body, now }) => sharedTextRemarks(body, now),
)
