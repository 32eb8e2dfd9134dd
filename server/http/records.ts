import { setResponseHeader, setResponseStatus } from 'h3'
import { getRecord, putRecord, type RecordKindName } from '../services/records'
import type { Call } from './endpoint'

/** Answers a whole record with its entity tag. */
export async function answerRecord({ event, param }: Call<unknown, unknown>, kind: RecordKindName) {
  const { record, tag } = await getRecord(kind, param('code'))
  setResponseHeader(event, 'ETag', tag)
  return record
}

/** Takes a whole record and answers it as it is stored: 201 where it is new. */
export async function takeRecord(
  { event, person, param, header, body, now }: Call<unknown, unknown>,
  kind: RecordKindName,
) {
  const { record, tag, created } = await putRecord(
    person,
    kind,
    param('code'),
    body,
    header('if-match'),
    header('if-none-match'),
    now,
  )
  setResponseHeader(event, 'ETag', tag)
  if (created) setResponseStatus(event, 201)
  return record
}
