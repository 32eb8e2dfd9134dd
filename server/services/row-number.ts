/** The number of a row that an address names, of so many digits at most; 0, which no row has, where it names none. */
export const rowNumber = (text: string, digits = 9): number =>
  /^\d+$/.test(text) && text.length <= digits ? Number(text) : 0

/** What rows that are counted by a large number have: their numbers are exact up to here. */
export const largeNumber = 15
