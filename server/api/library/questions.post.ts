import { readText } from '../../http/body'
import { endpoint } from '../../http/endpoint'
import { importQuestions } from '../../services/library/files'

export default endpoint('importQuestions', async ({ event, person, query, now }) =>
  importQuestions(person, await readText(event), query.mode, now),
)
