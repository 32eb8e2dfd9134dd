// The project's own code, file by file.
import { readdirSync } from 'node:fs'
import path from 'node:path'

/** Every file of code in a folder and the folders in it, by its full name. */
export function* codeFilesIn(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name)
    if (entry.isDirectory()) yield* codeFilesIn(file)
    else if (/\.(ts|vue|mjs)$/.test(entry.name)) yield file
  }
}
