import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listPieces } from '../../services/library/lists'

export default endpoint<Parameters<typeof listPieces>[0]>(operations.listPieces, ({ query }) => listPieces(query))
