/** Rows by a key, each list in the order in which its rows came. */
export function groupBy<T, K>(rows: Iterable<T>, key: (row: T) => K): Map<K, T[]> {
  const map = new Map<K, T[]>()
  for (const row of rows) {
    const list = map.get(key(row))
    if (list) list.push(row)
    else map.set(key(row), [row])
  }
  return map
}
