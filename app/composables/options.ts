/** One of the options of a select: what is stored, and how it is called. */
export interface Option<V> {
  value: V
  label: string
  disabled?: boolean
  /** The heading that it stands under, with its neighbours of the same. */
  group?: string
}

/** An option by its value and its words. */
export const option = <const V>(value: V, label: string): Option<V> => ({ value, label })

/** Values that are named by themselves. */
export const asNamed = <V extends string>(values: Iterable<V>): Option<V>[] =>
  [...values].map((value) => ({ value, label: value }))

/** Values with the words that a table or a function has for them. */
export const withWords = <V extends string | number>(
  values: Iterable<V>,
  words: Readonly<Record<V, string>> | ((value: V) => string),
): Option<V>[] =>
  [...values].map((value) => ({ value, label: typeof words === 'function' ? words(value) : words[value] }))

/** Records by their names. */
export const byRecord = (records: Iterable<{ code: string; name: string }>): Option<string>[] =>
  [...records].map(({ code, name }) => ({ value: code, label: name }))

/** Records that have a label instead of a name. */
export const byLabel = <C extends string>(records: Iterable<{ code: C; label: string }>): Option<C>[] =>
  [...records].map(({ code, label }) => ({ value: code, label }))

/** The keys of a table, with their types. */
export const keysOf = <K extends string>(table: Readonly<Partial<Record<K, unknown>>>): K[] => Object.keys(table) as K[]

/** All values that a table has words for, in its order. */
export const wordsOf = <K extends string>(words: Readonly<Record<K, string>>): Option<K>[] =>
  withWords(keysOf(words), words)

/** Options under a heading. */
export const under = <V>(group: string, options: readonly Option<V>[]): Option<V>[] =>
  options.map((o) => ({ ...o, group }))
