import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import type { ImportQuery } from '@contracts/imports'
import { takeImport } from '../../http/take-import'

export default endpoint<ImportQuery>(operations.importProducts, ({ event, person, query, header }) =>
  takeImport(event, person, query, header('prefer')),
)
