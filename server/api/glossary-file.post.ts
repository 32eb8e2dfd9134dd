import { operations } from '@contracts/operations'
import { readText } from '../http/body'
import { endpoint } from '../http/endpoint'
import { importTerms } from '../services/translation/glossary'

export default endpoint<{ mode: 'check' | 'apply' }>(operations.importTerms, async ({ event, person, query, now }) =>
  importTerms(person, await readText(event), query.mode, now),
)
