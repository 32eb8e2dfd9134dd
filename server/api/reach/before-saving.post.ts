import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { beforeSaving } from '../../services/reach/before-saving'

export default endpoint<object, Parameters<typeof beforeSaving>[0]>(operations.beforeSaving, ({ body, now }) =>
  beforeSaving(body, now),
)
