import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listRecords } from '../../services/records'

export default endpoint(operations.listPieces, async () => ({ items: await listRecords('pieces'), next: null }))
