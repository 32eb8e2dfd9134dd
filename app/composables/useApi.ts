import allCalls from '@contracts/calls.json'
import type { RenditionWidth } from '@contracts/media'
import type { AnswerOf, OperationName, ParamsOf, SentBody, SentQuery } from '@contracts/operations'
import type { RecordKindName, RecordOf } from '@contracts/operations/records'
import type { JobDocument } from '@contracts/jobs'

/** How a call is made. What it takes and answers is in its type alone: schemas stay on the server. */
interface Call {
  method: string
  path: string
  body: boolean
  /** Whether it only reads, whatever its method. */
  reads: boolean
  record: string | null
}
const calls: Record<OperationName, Call> = allCalls

/** What the server says is wrong: an RFC 9457 problem document. */
export interface ProblemDocument {
  title: string
  status: number
  detail: string
  errors?: { path: string; message: string }[]
  current?: unknown
}

export class ApiProblem extends Error {
  constructor(readonly problem: ProblemDocument) {
    super(problem.detail)
  }

  /** The sentence for people: the detail, and the first things that were wrong. */
  get sentence(): string {
    const errors = this.problem.errors?.slice(0, 3).map((e) => e.message) ?? []
    return [this.problem.detail, ...errors].join(' ')
  }
}

/** What a call is sent with: the names in its path, its query and its body as the contract has them. */
export type Sending<N extends OperationName> = ([ParamsOf<N>] extends [never]
  ? { params?: undefined }
  : { params: Record<ParamsOf<N>, string | number> }) &
  (SentQuery<N> extends undefined
    ? { query?: undefined }
    : object extends SentQuery<N>
      ? { query?: Loose<SentQuery<N>> }
      : { query: Loose<SentQuery<N>> }) &
  (SentBody<N> extends undefined
    ? { body?: undefined }
    : object extends SentBody<N>
      ? { body?: SentBody<N> }
      : { body: SentBody<N> }) & { headers?: Record<string, string>; signal?: AbortSignal }

/** A query in which what is empty or null is left out of the address. */
type Loose<Q> = { [K in keyof Q]: Q[K] | (undefined extends Q[K] ? null | '' : never) }

type Arguments<N extends OperationName> = object extends Sending<N> ? [sending?: Sending<N>] : [sending: Sending<N>]

export interface Answer<T> {
  data: T
  tag: string | null
}

interface Sent {
  params?: Record<string, string | number>
  query?: Record<string, unknown>
  body?: unknown
  headers?: Record<string, string>
  signal?: AbortSignal
}

/** The address of a call, with what is empty in its query left out. */
function addressOfSent({ path }: Call, { params = {}, query = {} }: Sent): string {
  const pathname = path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(params[name]!))
  const search = new URLSearchParams(Object.entries(filled(query)).map(([k, v]) => [k, String(v)]))
  return search.size > 0 ? `${pathname}?${search}` : pathname
}

const isFile = (body: unknown): body is BodyInit => typeof body === 'string' || body instanceof Blob

/** Sends a request; throws an ApiProblem with the server's words where it refuses. */
async function send(operation: Call, sent: Sent): Promise<Response> {
  const session = useSessionStore()
  const { headers, signal } = sent
  const takesJson = operation.body && !isFile(sent.body)
  const body = takesJson ? JSON.stringify(sent.body ?? {}) : (sent.body as BodyInit | undefined)
  let response: Response
  try {
    response = await fetch(addressOfSent(operation, sent), {
      method: operation.method.toUpperCase(),
      signal,
      headers: {
        ...(takesJson ? { 'content-type': 'application/json' } : {}),
        ...(session.token ? { 'x-inkloom-token': session.token } : {}),
        ...headers,
      },
      ...(body === undefined ? {} : { body }),
    })
  } catch (e) {
    if ((e as Error).name === 'AbortError') throw e
    throw new ApiProblem({
      title: 'No answer',
      status: 0,
      detail: 'The server does not answer. What you wrote is still here; try again in a moment.',
    })
  }
  if (response.status === 401 && operation.path !== '/api/session') {
    session.forget()
    await navigateTo({ path: '/sign-in', query: { then: useRoute().fullPath } })
  }
  if (!response.ok) throw new ApiProblem((await response.json()) as ProblemDocument)
  if (operation.method !== 'get' && !operation.reads) forgetAnswers()
  return response
}

async function exchange<T>(operation: Call, sent: Sent = {}): Promise<Answer<T>> {
  const response = await send(operation, sent)
  const text = await response.text()
  return { data: (text === '' ? null : JSON.parse(text)) as T, tag: response.headers.get('etag') }
}

/**
 * Makes a call of the HTTP interface by its name. A path, a parameter or a field that the contract does not have is an
 * error of types. Throws an ApiProblem with the server's words where it refuses.
 */
export async function call<N extends OperationName>(name: N, ...[sent]: Arguments<N>): Promise<AnswerTo<N>> {
  return (await exchange<AnswerTo<N>>(calls[name], sent as Sent)).data
}

/** The same with a signal that calls it off, and with what is sent as a value. */
export const callWith = <N extends OperationName>(name: N, sent: Sending<N>, signal: AbortSignal) =>
  call(name, ...([{ ...sent, signal }] as unknown as Arguments<N>))

/** Where work can be waited for or left as a job: what a call that waits is answered. */
type Waited<A> = [Exclude<A, JobDocument>] extends [never] ? A : Exclude<A, JobDocument>

/** What a call is answered. */
export type AnswerTo<N extends OperationName> = Waited<AnswerOf<N>>

/** The address of a call without parameters, for what the browser itself opens. */
export const addressOf = <N extends OperationName>(name: [ParamsOf<N>] extends [never] ? N : never): string =>
  calls[name].path

/** Makes a call that works on a file, and is answered with its job at once. */
export async function callForJob<N extends OperationName>(
  name: N,
  ...[sent]: Arguments<N>
): Promise<Extract<AnswerOf<N>, JobDocument>> {
  const headers = { ...(sent as Sent).headers, prefer: 'respond-async' }
  const { data } = await exchange(calls[name], { ...(sent as Sent), headers })
  return data as Extract<AnswerOf<N>, JobDocument>
}

/** How one record of a kind is read, written or deleted. */
const recordCall = (kind: RecordKindName, method: 'get' | 'put' | 'delete') =>
  Object.values(calls).find((c) => c.record === kind && c.method === method && c.path.endsWith('/{code}'))!

/** Reads a record of a kind, with its entity tag. */
export const readRecord = <K extends RecordKindName>(kind: K, code: string): Promise<Answer<RecordOf<K>>> =>
  exchange(recordCall(kind, 'get'), { params: { code } })

/** Writes a record of a kind over the version that the headers name. */
export const writeRecord = <K extends RecordKindName>(
  kind: K,
  record: RecordOf<K>,
  headers: Record<string, string>,
): Promise<Answer<RecordOf<K>>> =>
  exchange(recordCall(kind, 'put'), { params: { code: record.code }, body: record, headers })

/** Deletes the version of a record that the tag names. */
export async function deleteRecord(kind: RecordKindName, code: string, tag: string): Promise<void> {
  await exchange(recordCall(kind, 'delete'), { params: { code }, headers: { 'If-Match': tag } })
}

/** Hands a file to the browser, which puts it where its person keeps downloads. */
export function saveFile(content: Blob, name: string) {
  const a = document.createElement('a')
  a.href = URL.createObjectURL(content)
  a.download = name
  a.click()
  URL.revokeObjectURL(a.href)
}

/** Calls for a file and saves it under the name it comes with. */
export async function download<N extends OperationName>(name: N, ...[sent]: Arguments<N>) {
  const response = await send(calls[name], sent as Sent)
  saveFile(
    await response.blob(),
    /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'file',
  )
}

export const segment = (s: string) => encodeURIComponent(s)

/** Where a picture of the media library is read at a width that pages show it in, whole or cropped to a shape. */
export const pictureUrl = (
  name: string,
  width: RenditionWidth = 160,
  shape?: 'uncropped' | 'square' | 'wide' | 'tall',
) => `/delivery/media/${segment(name)}?width=${width}${shape ? `&shape=${shape}` : ''}`
