import { randomUUID } from 'node:crypto'
import { createReadStream } from 'node:fs'
import { copyFile, mkdir, open, rename, stat, unlink } from 'node:fs/promises'
import path from 'node:path'
import type { Storage } from './storage'

const there = (file: string) =>
  stat(file).then(
    () => true,
    () => false,
  )

/** Contents as files of a folder. A content appears under its key whole or not at all. */
export function diskStorage(folder: string): Storage {
  const at = (key: string) => path.join(folder, path.basename(key))
  return {
    async put(key, file) {
      if (await there(at(key))) return
      await mkdir(folder, { recursive: true })
      const part = path.join(folder, `.${randomUUID()}`)
      await copyFile(file, part)
      const handle = await open(part)
      await handle.sync().finally(() => handle.close())
      await rename(part, at(key))
    },
    get: async (key) => ((await there(at(key))) ? createReadStream(at(key)) : undefined),
    has: (key) => there(at(key)),
    remove: (key) => unlink(at(key)).catch(() => undefined),
  }
}
