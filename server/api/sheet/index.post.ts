import { operations } from '@contracts/operations'
import type { SheetBody } from '@contracts/sheet'
import { endpoint } from '../../http/endpoint'
import { sheetRows } from '../../services/products/sheet'

export default endpoint<object, SheetBody>(operations.sheet, ({ body, now }) => sheetRows(body, now))
