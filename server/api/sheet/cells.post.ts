import { operations } from '@contracts/operations'
import type { CellsBody } from '@contracts/sheet'
import { endpoint } from '../../http/endpoint'
import { writeCells } from '../../services/products/sheet'

export default endpoint<object, CellsBody>(operations.writeCells, ({ person, body, now }) =>
  writeCells(person, body, now),
)
