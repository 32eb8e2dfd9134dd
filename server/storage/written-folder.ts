import { createHash, randomUUID } from 'node:crypto'
import { existsSync } from 'node:fs'
import {
  link,
  mkdir,
  readdir,
  readFile,
  readlink,
  rename,
  rm,
  stat,
  symlink,
  unlink,
  writeFile,
} from 'node:fs/promises'
import path from 'node:path'
import type { Tree, WrittenPlace, WrittenRelease } from './written-place'

// A storefront as files that any web server can serve. Contents are kept once each by their digests; a tree of links
// gives them their addresses; and one link, `live`, names the tree that is served. It is moved last and at once, so that
// no reader ever sees a half.

const contents = 'content'
const trees = 'trees'
const live = 'live'
const aboutTree = 'release.json'

/** So many files are linked at the same time. */
const atOnce = 64

const isMissing = (e: unknown): boolean => (e as NodeJS.ErrnoException).code === 'ENOENT'

/** The files of one storefront in a folder. */
export class WrittenFolder implements WrittenPlace {
  readonly #root: string

  constructor(root: string) {
    this.#root = root
  }

  /** What is served; undefined where nothing was ever written. */
  async current(): Promise<WrittenRelease | undefined> {
    const about = await readIfThere(path.join(this.#root, live, aboutTree))
    return about === undefined ? undefined : (JSON.parse(about) as WrittenRelease)
  }

  /** Begins a tree, empty or with all that is served now. */
  async begin({ like }: { like: 'nothing' | 'live' }): Promise<Tree> {
    const name = randomUUID()
    const folder = path.join(this.#root, trees, name)
    await mkdir(folder, { recursive: true })
    if (like === 'live') await linkAll(path.join(this.#root, live), folder)
    const at = (file: string) => path.join(folder, file)
    return {
      name,
      put: async (file, body) => linkTo(await this.#keep(body, path.extname(file)), at(file)),
      read: (file) => readIfThere(at(file)),
      remove: async (file) => rm(at(file), { force: true }),
      removeAll: async (inner) => rm(at(inner), { recursive: true, force: true }),
    }
  }

  /** Serves a tree from now on, and takes away those before the last. */
  async publish({ name }: Tree, about: WrittenRelease): Promise<void> {
    const folder = path.join(this.#root, trees, name)
    // Written anew rather than over: the file may be linked from the tree before.
    await rm(path.join(folder, aboutTree), { force: true })
    await writeFile(path.join(folder, aboutTree), JSON.stringify(about))
    const before = await this.#served()
    const beside = path.join(this.#root, `${live}-${name}`)
    await symlink(path.join(trees, name), beside)
    await rename(beside, path.join(this.#root, live))
    await this.#forgetAllBut([name, before])
  }

  /** Takes away a tree that is not to be served. */
  discard({ name }: Tree): Promise<void> {
    return rm(path.join(this.#root, trees, name), { recursive: true, force: true })
  }

  /** The name of the tree that is served. */
  async #served(): Promise<string | undefined> {
    const folder = path.join(this.#root, live)
    if (!existsSync(folder)) return undefined
    return path.basename(await readlink(folder))
  }

  /** Keeps a content once; returns its file. */
  async #keep(body: string | Buffer, extension: string): Promise<string> {
    const digest = createHash('sha256').update(body).digest('hex')
    const folder = path.join(this.#root, contents, digest.slice(0, 2))
    const file = path.join(folder, digest + extension)
    if (existsSync(file)) return file
    await mkdir(folder, { recursive: true })
    const beside = path.join(folder, randomUUID())
    await writeFile(beside, body)
    await rename(beside, file)
    return file
  }

  /** Takes away trees, and contents that no tree has any more. */
  async #forgetAllBut(kept: readonly (string | undefined)[]): Promise<void> {
    for (const name of await readdir(path.join(this.#root, trees)))
      if (!kept.includes(name)) await rm(path.join(this.#root, trees, name), { recursive: true, force: true })
    for (const part of await readdir(path.join(this.#root, contents)))
      for (const name of await readdir(path.join(this.#root, contents, part))) {
        const file = path.join(this.#root, contents, part, name)
        if ((await stat(file)).nlink === 1) await unlink(file)
      }
  }
}

async function readIfThere(file: string): Promise<string | undefined> {
  try {
    return await readFile(file, 'utf8')
  } catch (e) {
    if (isMissing(e)) return undefined
    throw e
  }
}

async function linkTo(content: string, file: string): Promise<void> {
  await mkdir(path.dirname(file), { recursive: true })
  await rm(file, { force: true })
  await link(content, file)
}

/** Links all files of a folder into another. */
async function linkAll(from: string, to: string): Promise<void> {
  const entries = await readdir(from, { withFileTypes: true })
  for (let i = 0; i < entries.length; i += atOnce)
    await Promise.all(
      entries.slice(i, i + atOnce).map(async (entry) => {
        const [source, target] = [path.join(from, entry.name), path.join(to, entry.name)]
        if (!entry.isDirectory()) return link(source, target)
        await mkdir(target)
        await linkAll(source, target)
      }),
    )
}
