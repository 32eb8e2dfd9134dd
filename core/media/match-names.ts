import { pictureViews, type PictureView } from './item'

/** What the name of a picture's file says: the product it belongs to, and its place among others. */
export interface NameMatch {
  file: string
  /** The SKU, as the catalogue writes it; null where none is in the name. */
  sku: string | null
  /** The number at the end, which orders pictures of one product. */
  place: number | null
}

const squeeze = (text: string) =>
  text
    .normalize('NFKC')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '')
/** The name of a file without its folders and its ending. */
export const stem = (file: string) => file.replace(/^.*[\\/]/, '').replace(/\.[A-Za-z0-9]{1,5}$/, '')

/** Where a SKU may end in a name: `pe-1818 packed 2` is divided after each of its parts, the longest first. */
function beginnings(name: string): { key: string; rest: string }[] {
  const ends = [...name.matchAll(/[^\p{L}\p{N}]+|$/gu)].map((m) => m.index).filter((i) => i > 0)
  return ends
    .reverse()
    .map((i) => ({ key: squeeze(name.slice(0, i)), rest: name.slice(i) }))
    .filter(({ key }) => key !== '')
}

/** Everything that a SKU or GTIN could look like in the names of some files, to be looked up at once. */
export function keysOfNames(files: readonly string[]): string[] {
  return [...new Set(files.flatMap((f) => beginnings(stem(f)).map((b) => b.key)))]
}

/** A SKU or GTIN as it is looked up: letters and digits only, in lower case. */
export const nameKey = squeeze

const numberAtEnd = /(?:^|[^\p{L}\p{N}])(\d{1,3})$/u

/**
 * Matches a file to a product: the longest beginning of its name that is a SKU or GTIN, whatever separates its parts.
 * `skus` finds SKUs by `nameKey`.
 */
export function matchName(file: string, skus: ReadonlyMap<string, string>): NameMatch {
  for (const { key, rest } of beginnings(stem(file))) {
    const sku = skus.get(key)
    const number = numberAtEnd.exec(rest)
    if (sku !== undefined) return { file, sku, place: number ? Number(number[1]) : null }
  }
  return { file, sku: null, place: null }
}

const views = new RegExp(
  `(?:^|[^\\p{L}\\p{N}])(${pictureViews.map((v) => v.replace('-', '[^\\p{L}\\p{N}]?')).join('|')})(?:[^\\p{L}\\p{N}]+\\d{1,3})?$`,
  'iu',
)

/** The view that the end of a file's name says: `pe-1818 in use 2.jpg` shows the product in use. */
export function viewOfName(file: string): PictureView | null {
  const word = views.exec(stem(file))?.[1]
  return word === undefined ? null : (pictureViews.find((v) => squeeze(v) === squeeze(word)) ?? null)
}

/** Files of one product in the order of its page: by their numbers, those without first, then by name. */
export function inPlace(matches: readonly NameMatch[]): NameMatch[] {
  return [...matches].sort((a, b) => (a.place ?? 0) - (b.place ?? 0) || (a.file < b.file ? -1 : 1))
}

/** A name for the media library of a file's name: letters, digits, dot, hyphen and underscore. */
export function libraryName(file: string): string {
  const [, base = '', ending = ''] = /^(.*?)(\.[A-Za-z0-9]{1,5})?$/s.exec(file.replace(/^.*[\\/]/, ''))!
  const plain = base
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .replace(/[^A-Za-z0-9._-]+/g, '-')
    .replace(/^[^A-Za-z0-9]+|[^A-Za-z0-9]+$/g, '')
    .slice(0, 100)
  return `${plain || 'picture'}${ending.toLowerCase()}`
}
