const listed = new Intl.ListFormat('en-GB', { type: 'conjunction' })

/** Names as a sentence lists them: “Germany, Japan and Switzerland”. */
export const inWords = (names: readonly string[]): string => listed.format(names)
