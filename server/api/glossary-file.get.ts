import { setResponseHeader } from 'h3'
import { endpoint } from '../http/endpoint'
import { exportTerms } from '../services/translation/glossary'

export default endpoint('exportTerms', async ({ event }) => {
  const csv = await exportTerms()
  setResponseHeader(event, 'Content-Type', 'text/csv; charset=utf-8')
  setResponseHeader(event, 'Content-Disposition', 'attachment; filename="glossary.csv"')
  return csv
})
