import { operations } from '@contracts/operations'
import { endpoint } from '../../../http/endpoint'
import { getJob } from '../../../services/work/jobs'
import { notFound } from '../../../services/problem'

export default endpoint(operations.getJob, async ({ param }) => {
  const job = await getJob(param('id'))
  if (!job) throw notFound(`work “${param('id')}”`)
  return job
})
