import type { Readable } from 'node:stream'

/** Where contents lie, each under a key of letters and digits. What lies under a key never changes. */
export interface Storage {
  /** Stores a file of the machine under a key; what is there already stays. */
  put(key: string, file: string, mime: string): Promise<void>
  /** The content, or undefined where there is none. */
  get(key: string): Promise<Readable | undefined>
  has(key: string): Promise<boolean>
  remove(key: string): Promise<void>
}
