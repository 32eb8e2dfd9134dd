import { operations } from '@contracts/operations'
import type { SheetLens } from '@contracts/sheet'
import { endpoint } from '../../http/endpoint'
import { offeredColumns } from '../../services/products/sheet'

export default endpoint<object, { filter?: unknown; lens: SheetLens }>(operations.offeredColumns, ({ body, now }) =>
  offeredColumns(body, now),
)
