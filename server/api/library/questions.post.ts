import { readRawBody } from 'h3'
import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { importQuestions } from '../../services/library/files'

export default endpoint<{ mode: 'check' | 'apply' }>(operations.importQuestions, async ({ event, person, query, now }) => importQuestions(person, (await readRawBody(event, 'utf8')) ?? '', query.mode, now))
