import { countsAsPresent } from '../language/chain'
import type { Value } from '../attributes/attribute'
import type { Reader } from '../values/resolve'
import type { LibraryItem } from './item'

/** Items by name, and the own versions of each. */
export interface Library {
  items: ReadonlyMap<string, LibraryItem>
  versions: ReadonlyMap<string, readonly LibraryItem[]>
}

/** A library of some items: each by its name, versions beside what they are versions of. */
export function libraryOf(list: readonly LibraryItem[]): Library {
  const versions = new Map<string, LibraryItem[]>()
  for (const one of list) {
    if (one.item.of) versions.set(one.item.of.name, [...(versions.get(one.item.of.name) ?? []), one])
  }
  return { items: new Map(list.map((one) => [one.item.code, one])), versions }
}

/**
 * The picture or file that stands for a name in an edition: its own version by the language chain, for each language
 * the storefront's before the general one; then the storefront's without a language; then the item itself. `counts`
 * says whether a shopper understands it: it has no words, or words in a language that counts for the edition.
 */
export function versionFor(
  name: string,
  library: Library,
  reader: Reader,
): { one: LibraryItem; counts: boolean } | undefined {
  const original = library.items.get(name)
  if (!original) return undefined
  const own = library.versions.get(name) ?? []
  const { storefront } = reader.edition
  const find = (language: string | null, shop: string | null) =>
    own.find(({ item: { of } }) => of!.language === language && of!.storefront === shop)
  if (own.length === 0) return { one: original, counts: wordsCount(original, reader) }
  for (const language of [...reader.counting, null]) {
    const one = find(language, storefront) ?? (language === null ? undefined : find(language, null))
    if (one) return { one, counts: language !== null || wordsCount(one, reader) }
  }
  return { one: original, counts: wordsCount(original, reader) }
}

const wordsCount = ({ item }: LibraryItem, reader: Reader) =>
  item.words === null || countsAsPresent(reader.edition, item.words)

/** The text that stands for an item in an edition, in a language that counts; undefined where there is none. */
export function labelOfItem(one: LibraryItem, reader: Reader): string | undefined {
  for (const language of reader.counting) {
    const text = one.item.labels[language]
    if (text?.trim()) return text
  }
  return undefined
}

/** The same for a version of an item: its own text, else that of the item that it is a version of. */
export function labelOfVersion(one: LibraryItem, library: Library, reader: Reader): string | undefined {
  const original = one.item.of && library.items.get(one.item.of.name)
  return labelOfItem(one, reader) ?? (original ? labelOfItem(original, reader) : undefined)
}

/** The names that a value of pictures or files holds. */
export const namesIn = (value: Value | null): string[] => (Array.isArray(value) ? (value as string[]) : [])
