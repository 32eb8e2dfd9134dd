import { endpoint } from '../../http/endpoint'
import { recentJobs } from '../../services/work/jobs'

export default endpoint('listJobs', async () => ({ items: await recentJobs() }))
