import { operations } from '@contracts/operations'
import type { CellBody, SheetLens } from '@contracts/sheet'
import { endpoint } from '../../http/endpoint'
import { writeCells } from '../../services/sheet'

export default endpoint<object, { lens: SheetLens; cells: CellBody[] }>(
  operations.writeCells,
  ({ person, body, now }) => writeCells(person, body, now),
)
