import { getRequestHeader, type H3Event } from 'h3'
import { randomUUID } from 'node:crypto'
import { mkdir, readdir, stat, unlink } from 'node:fs/promises'
import path from 'node:path'
import { mappingBody, type ImportQuery, type ImportReport } from '@contracts/imports'
import type { JobDocument } from '@contracts/jobs'
import type { Mapping } from '@core/imports/mapping'
import { inTransaction } from '../db/connect'
import { enqueue } from '../services/work/jobs'
import type { Person } from '@contracts/people'
import { unprocessable, notFound, Problem } from '../services/problem'
import { validate } from '@contracts/validation'
import { settings } from '../settings'
import { accepted } from './accepted'
import { readJson, streamToFile } from './body'
import { resultOfJob } from './job-events'

const maxImport = 1024 * 1024 * 1024
/** Files that were sent and never imported go after a day. */
const uploadLifetime = 24 * 3600 * 1000

const folder = () => path.join(settings().data, 'uploads')
export const uploadPath = (upload: string) => path.join(folder(), upload)

/**
 * Takes a file in as a stream, so that its size does not matter to the memory. Returns the name under which it waits.
 * Throws 413 where it is larger than `most` bytes.
 */
export async function takeFile(event: H3Event, most = maxImport): Promise<string> {
  const upload = randomUUID()
  const file = uploadPath(upload)
  await mkdir(folder(), { recursive: true })
  await sweep()
  try {
    await streamToFile(event, file, most)
  } catch (e) {
    await unlink(file).catch(() => undefined)
    throw e
  }
  return upload
}

async function sweep() {
  for (const name of await readdir(folder())) {
    const file = path.join(folder(), name)
    const old = await stat(file).then(
      (s) => Date.now() - s.mtimeMs > uploadLifetime,
      () => false,
    )
    if (old) await unlink(file).catch(() => undefined)
  }
}

/** A mapping in a body of unknown origin; null where it names none. Throws a 422 problem. */
async function mappingOf(event: H3Event): Promise<Mapping | null> {
  if (!/^application\/json\b/i.test(getRequestHeader(event, 'content-type') ?? '')) return null
  const body = (await readJson(event)) as { mapping?: unknown } | undefined
  if (!body?.mapping) return null
  const { value, errors } = validate(mappingBody, body.mapping, { inside: 'mapping' })
  if (errors.length > 0) throw unprocessable('The mapping is not valid.', errors)
  return value
}

/** Gives a file, sent now or before, to the worker; answers with the report, or at once where that is preferred. */
export async function takeImport(
  event: H3Event,
  person: Person,
  query: ImportQuery,
  prefer: string | undefined,
): Promise<ImportReport | JobDocument<ImportReport>> {
  const type = getRequestHeader(event, 'content-type') ?? ''
  if (!query.upload && !/^text\/csv\b/i.test(type))
    throw new Problem(
      415,
      'Not CSV',
      'Send the file with Content-Type: text/csv; other formats are sent to /api/uploads first.',
    )
  const mapping = query.upload ? await mappingOf(event) : null
  const upload = query.upload ?? (await takeFile(event))
  if (query.upload && !(await stat(uploadPath(upload)).catch(() => undefined)))
    throw notFound('such file any more. Send it again')
  const title = `${query.mode === 'check' ? 'Checking' : 'Importing'} ${query.name}`
  const id = await inTransaction((tx) =>
    enqueue(tx, {
      kind: 'import',
      title,
      personId: person.id,
      input: {
        upload,
        mode: query.mode,
        take: query.take,
        over: query.over,
        mapping,
        keep: query.upload !== undefined,
      },
    }),
  )
  if (prefer?.includes('respond-async')) return accepted(event, id)
  return resultOfJob(id)
}
