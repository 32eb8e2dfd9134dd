import { setResponseHeader, setResponseStatus, type EventHandler, type H3Event } from 'h3'
import type { Operation } from '@contracts/operation'
import {
  operationsOfKind,
  recordKindNames,
  type ListQuery,
  type RecordCall,
  type RecordKindName,
} from '@contracts/operations/records'
import { deleteRecord, getRecord, listRecords, putRecord } from '../services/records/records'
import { noteAnyVersion } from './any-version'
import { answering, type Call } from './endpoint'

/** Answers a whole record with its entity tag. */
async function answerRecord({ event, param }: Call, kind: RecordKindName) {
  const { record, tag } = await getRecord(kind, param('code'))
  setResponseHeader(event, 'ETag', tag)
  return record
}

/** Takes a whole record and answers it as it is stored: 201 where it is new. */
async function takeRecord(call: Call, kind: RecordKindName) {
  const { event, person, param, header, body, now } = call
  const match = { ifMatch: header('if-match'), ifNoneMatch: header('if-none-match') }
  const { record, tag, created } = await putRecord(person, kind, param('code'), body, match, now)
  await noteAnyVersion(call)
  setResponseHeader(event, 'ETag', tag)
  if (created) setResponseStatus(event, 201)
  return record
}

async function dropRecord(call: Call, kind: RecordKindName) {
  const { person, param, header, now } = call
  await deleteRecord(person, kind, param('code'), header('if-match'), now)
  await noteAnyVersion(call)
}

const answers = {
  list: ({ query }: Call, kind: RecordKindName) => listRecords(kind, query as ListQuery),
  get: answerRecord,
  put: takeRecord,
  delete: dropRecord,
} as const satisfies Record<RecordCall, (call: Call, kind: RecordKindName) => Promise<unknown>>

/** The handlers of the calls that every kind has, by method and address: `get pieces/`, `put pieces`. */
const handlers = new Map<string, EventHandler>()
for (const kind of recordKindNames) {
  for (const [call, operation] of Object.entries(operationsOfKind(kind)) as [RecordCall, Operation][]) {
    const key = call === 'list' ? `get ${kind}` : `${call} ${kind}/`
    handlers.set(
      key,
      answering(operation, (given) => answers[call](given, kind)),
    )
  }
}

const address = /^\/api\/([a-z-]+)(?:\/([^/]+))?$/

/** What answers a call that records of a kind have; undefined where there is none. */
export function recordHandler(event: H3Event): EventHandler | undefined {
  const [, kind, code] = address.exec(event.path.split('?')[0]!) ?? []
  if (kind === undefined) return undefined
  const handler = handlers.get(`${event.method.toLowerCase()} ${kind}${code === undefined ? '' : '/'}`)
  if (handler && code !== undefined) event.context.params = { code }
  return handler
}
