/** Small drawings that can stand before a piece's title, ours: paths on a field of 24 by 24, drawn as lines. */
export const signs = {
  rule: 'M3 9h18v6H3zM7 9v3M11 9v4M15 9v3M19 9v3',
  knot: 'M4 12c4-7 6 7 10 0s5-3 6 0M4 16c4 5 8-6 16-1',
  parcel: 'M4 8l8-4 8 4v9l-8 4-8-4zM4 8l8 4 8-4M12 12v9',
  drop: 'M12 3c4 5 6 8 6 11a6 6 0 01-12 0c0-3 2-6 6-11z',
  cell: 'M4 8h14v8H4zM18 10.5h2v3h-2M8 10v4M11 10v4',
  spanner: 'M4 20l9-9M13 11a4 4 0 115-5l-3 3-1.500-1.500M6 18l1 1',
  leaf: 'M5 19c0-9 5-14 14-14 0 9-5 14-14 14zM5 19l8-8',
  ledger: 'M6 3h12v18H6zM9 8h6M9 12h6M9 16h4',
} as const
export type SignName = keyof typeof signs
export const signNames = Object.keys(signs) as SignName[]

/** The words for them, for people who choose one. */
export const signWords: Record<SignName, string> = {
  rule: 'measuring stick',
  knot: 'knot',
  parcel: 'parcel',
  drop: 'drop',
  cell: 'battery',
  spanner: 'spanner',
  leaf: 'leaf',
  ledger: 'sheet of paper',
}

/** A sign as markup; it says nothing that the title beside it does not. */
export function signMarkup(sign: SignName): string {
  return `<svg class="sign" viewBox="0 0 24 24" aria-hidden="true"><path d="${signs[sign]}"/></svg>`
}
