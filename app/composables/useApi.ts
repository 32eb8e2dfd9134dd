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

export interface ApiOptions {
  query?: Record<string, string | number | undefined | null>
  body?: unknown
  headers?: Record<string, string>
  signal?: AbortSignal
}

export interface Answer<T> {
  data: T
  tag: string | null
}

/** Sends a request; throws an ApiProblem with the server's words where it refuses. */
async function send(method: string, path: string, { query, body, headers, signal }: ApiOptions): Promise<Response> {
  const session = useSessionStore()
  const search = new URLSearchParams(
    Object.entries(query ?? {})
      .filter(([, v]) => v !== undefined && v !== null && v !== '')
      .map(([k, v]) => [k, String(v)]),
  )
  const raw = typeof body === 'string' || body instanceof Blob
  let response: Response
  try {
    response = await fetch(`${path}${search.size > 0 ? `?${search}` : ''}`, {
      method,
      signal,
      headers: {
        ...(body === undefined || raw ? {} : { 'content-type': 'application/json' }),
        ...(session.token ? { 'x-inkloom-token': session.token } : {}),
        ...headers,
      },
      ...(body === undefined ? {} : { body: raw ? (body as BodyInit) : JSON.stringify(body) }),
    })
  } catch (e) {
    if ((e as Error).name === 'AbortError') throw e
    throw new ApiProblem({
      title: 'No answer',
      status: 0,
      detail: 'The server does not answer. What you wrote is still here; try again in a moment.',
    })
  }
  if (response.status === 401 && path !== '/api/session') {
    session.forget()
    await navigateTo({ path: '/sign-in', query: { then: useRoute().fullPath } })
  }
  if (!response.ok) throw new ApiProblem((await response.json()) as ProblemDocument)
  return response
}

/** Asks the server; throws an ApiProblem with its words where it refuses. */
export async function ask<T>(method: string, path: string, options: ApiOptions = {}): Promise<Answer<T>> {
  const response = await send(method, path, options)
  const text = await response.text()
  return { data: (text === '' ? null : JSON.parse(text)) as T, tag: response.headers.get('etag') }
}

/** Hands a file to the browser, which puts it where its person keeps downloads. */
export function saveFile(content: Blob, name: string) {
  const a = document.createElement('a')
  a.href = URL.createObjectURL(content)
  a.download = name
  a.click()
  URL.revokeObjectURL(a.href)
}

/** Asks the server for a file and saves it under the name it comes with. */
export async function askForFile(path: string, body: unknown) {
  const response = await send('POST', path, { body })
  saveFile(
    await response.blob(),
    /filename="([^"]+)"/.exec(response.headers.get('content-disposition') ?? '')?.[1] ?? 'file',
  )
}

export const get = async <T>(path: string, query?: ApiOptions['query'], signal?: AbortSignal) =>
  (await ask<T>('GET', path, { query, signal })).data
export const post = async <T>(path: string, body?: unknown, options: ApiOptions = {}) =>
  (await ask<T>('POST', path, { ...options, body: body ?? {} })).data
export const segment = (s: string) => encodeURIComponent(s)

/** Where a picture of the media library is read at a width that pages show it in, whole or cut to a shape. */
export const pictureUrl = (
  name: string,
  width: 96 | 200 | 400 | 800 | 1600 = 96,
  shape?: 'uncut' | 'square' | 'wide' | 'tall',
) => `/delivery/media/${segment(name)}?width=${width}${shape ? `&shape=${shape}` : ''}`
