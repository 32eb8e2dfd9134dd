import type { Readable } from 'node:stream'
import { settings } from '../settings'
import { diskStorage } from './disk'
import { s3Storage } from './s3'

/** Where contents lie, each under a key of letters and digits. What lies under a key never changes. */
export interface Storage {
  /** Stores a file of the machine under a key; what is there already stays. */
  put(key: string, file: string, mime: string): Promise<void>
  /** The content, or undefined where there is none. */
  get(key: string): Promise<Readable | undefined>
  has(key: string): Promise<boolean>
  remove(key: string): Promise<void>
}

let known: Storage | undefined

/** The storage that the settings name. */
export function storage(): Storage {
  const { storage: s, data } = settings()
  return (known ??= s.kind === 's3' ? s3Storage(s) : diskStorage(`${data}/media`))
}
