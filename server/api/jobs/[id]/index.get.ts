import { endpoint } from '../../../http/endpoint'
import { getJob } from '../../../services/work/jobs'
import { notFound } from '../../../services/problem'

export default endpoint('getJob', async ({ param }) => {
  const job = await getJob(param('id'))
  if (!job) throw notFound(`work “${param('id')}”`)
  return job
})
