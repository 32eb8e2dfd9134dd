import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { recentJobs } from '../../services/jobs'

export default endpoint(operations.listJobs, async () => ({ items: await recentJobs() }))
