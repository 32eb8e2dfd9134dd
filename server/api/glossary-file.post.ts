import { readText } from '../http/body'
import { endpoint } from '../http/endpoint'
import { importTerms } from '../services/translation/glossary'

export default endpoint('importTerms', async ({ event, person, query, now }) =>
  importTerms(person, await readText(event), query.mode, now),
)
