import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { listRecords } from '../../services/records'

export default endpoint(operations.listAssignments, async () => ({ items: await listRecords('assignments'), next: null }))
