import { endpoint } from '../../http/endpoint'
import { takeImport } from '../../http/take-import'

export default endpoint('importProducts', ({ event, person, query, header }) =>
  takeImport(event, person, query, header('prefer')),
)
