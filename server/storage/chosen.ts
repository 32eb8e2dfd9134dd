import { settings } from '../settings'
import { diskStorage } from './disk'
import { s3Storage } from './s3'
import type { Storage } from './storage'

let known: Storage | undefined

/** The storage that the settings name. */
export function storage(): Storage {
  const { storage: s, data } = settings()
  return (known ??= s.kind === 's3' ? s3Storage(s) : diskStorage(`${data}/media`))
}
