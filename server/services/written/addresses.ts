// Where the files of a storefront stand: at the addresses of delivery, so that a web server answers as delivery does.

/** Longer names fit into no folder, in bytes; the end of a file's name has to fit too. */
const mostBytes = 240

/**
 * A key as it stands in the path of a file; undefined where it would lead elsewhere, or where a folder would stand in
 * the place of a file.
 */
function pathOf(key: string): string | undefined {
  const names = key.split('/')
  const isPlain = (name: string, i: number) =>
    name !== '' &&
    name !== '.' &&
    name !== '..' &&
    Buffer.byteLength(name) <= mostBytes &&
    (i === names.length - 1 || !/\.(json|xml)$/.test(name))
  return names.every(isPlain) ? key : undefined
}

/** The folder of an edition. */
export const editionFolder = (storefront: string, language: string): string => `delivery/${storefront}/${language}`

/** The file of something in an edition, by the words of its address; undefined where none can be written. */
export function fileOf(storefront: string, language: string, ...words: string[]): string | undefined {
  const paths = words.map(pathOf)
  if (paths.some((p) => p === undefined)) return undefined
  return `${editionFolder(storefront, language)}/${paths.join('/')}.json`
}
