import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { recentJobs } from '../../services/work/jobs'

export default endpoint(operations.listJobs, async () => ({ items: await recentJobs() }))
