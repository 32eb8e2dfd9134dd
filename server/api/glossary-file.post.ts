import { readRawBody } from 'h3'
import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { importTerms } from '../services/translation/glossary'

export default endpoint<{ mode: 'check' | 'apply' }>(operations.importTerms, async ({ event, person, query, now }) => importTerms(person, (await readRawBody(event, 'utf8')) ?? '', query.mode, now))
