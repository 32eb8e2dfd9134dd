/** A list without an entry that it has, or with one at its end that it has not. */
export const toggled = <T>(list: readonly T[], entry: T): T[] =>
  list.includes(entry) ? list.filter((one) => one !== entry) : [...list, entry]
