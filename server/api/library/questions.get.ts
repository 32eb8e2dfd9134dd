import { setResponseHeader } from 'h3'
import { endpoint } from '../../http/endpoint'
import { exportQuestions } from '../../services/library/files'

export default endpoint('exportQuestions', async ({ event }) => {
  const csv = await exportQuestions()
  setResponseHeader(event, 'Content-Type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'Content-Disposition', 'attachment; filename="questions.csv"')
  return csv
})
