import { defineEventHandler, setResponseHeader, setResponseStatus, type EventHandler } from 'h3'
import { operationsOfKind } from '@contracts/operations/records'
import { recordKindNames, type RecordKindName } from '@contracts/record-kinds'
import { deleteRecord, getRecord, putRecord } from '../services/records/records'
import { noteAnyVersion } from './any-version'
import { answering, type Call } from './endpoint'
import { answerUnknown } from './unknown'

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

const answers = { get: answerRecord, put: takeRecord, delete: dropRecord } as const

/**
 * The handler of one method for the records of every kind, which are at `/api/{kind}/{code}`. The build puts it at the
 * address of each; a kind without the method answers so.
 */
export function recordHandler(method: keyof typeof answers): EventHandler {
  const handlers = new Map<string, EventHandler>()
  for (const kind of recordKindNames) {
    const operation = operationsOfKind(kind)[method]
    if (operation)
      handlers.set(
        kind,
        answering(operation, (call) => answers[method](call, kind)),
      )
  }
  return defineEventHandler((event) => {
    const kind = event.path.split('/')[2]!
    return (handlers.get(kind) ?? answerUnknown)(event)
  })
}
