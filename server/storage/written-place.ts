// Where a storefront is written out as files, to be served without this server.

/** What a tree is of. */
export interface WrittenRelease {
  storefront: string
  /** The release that it shows, and the moment. */
  release: number
  at: string
  /** The last step of every storefront that it knows of, by code. */
  steps: Record<string, number>
  /** The entity tags of pictures and files, by their own files. */
  media: Record<string, string>
}

/** A tree that is being written; nobody reads it until it is published. */
export interface Tree {
  name: string
  /** Puts a file at an address, in place of what stands there. */
  put(file: string, body: string | Buffer): Promise<void>
  /** What stands at an address; undefined where nothing does. */
  read(file: string): Promise<string | undefined>
  /** Takes the file of an address away, where there is one. */
  remove(file: string): Promise<void>
  /** Takes away a folder with all that is in it. */
  removeAll(folder: string): Promise<void>
}

/** The files of one storefront. */
export interface WrittenPlace {
  /** What is served; undefined where nothing was ever written. */
  current(): Promise<WrittenRelease | undefined>
  /** Begins a tree, empty or with all that is served now. */
  begin(how: { like: 'nothing' | 'live' }): Promise<Tree>
  /** Serves a tree from now on, and takes away those before the last. */
  publish(tree: Tree, about: WrittenRelease): Promise<void>
  /** Takes away a tree that is not to be served. */
  discard(tree: Tree): Promise<void>
}
