/**
 * The one folding under which texts are compared by rules and search: NFKC, Unicode lower case,
 * runs of white space to one space, trimmed. Accents count.
 * The result is stored beside the value, so that memory and database compare the same letters.
 */
export function fold(text: string): string {
  // Most catalogue texts are plain ASCII, for which NFKC is the identity.
  const composed = /^[\x20-\x7e]*$/.test(text) ? text : text.normalize('NFKC')
  const lower = composed.toLowerCase()
  return /\s\s|[^\S ]|^\s|\s$/.test(lower) ? lower.replace(/\s+/g, ' ').trim() : lower
}

/**
 * A key under which SKUs sort by their digits' value ("PE-9" before "PE-10"): the folded text with
 * each run of digits, leading zeros dropped, preceded by its length in two digits.
 * Two SKUs that differ only in leading zeros share a key.
 */
export function digitAwareKey(text: string): string {
  return fold(text).replace(/\d+/g, (run) => {
    const digits = run.replace(/^0+(?=\d)/, '')
    return String(Math.min(digits.length, 99)).padStart(2, '0') + digits
  })
}

/** Order of two strings by code point, the order in which lists of SKUs are given. */
export function byCodePoint(a: string, b: string): number {
  if (a === b) return 0
  const n = Math.min(a.length, b.length)
  for (let i = 0; i < n; i++) {
    const x = a.charCodeAt(i)
    const y = b.charCodeAt(i)
    // Surrogates sort above every other code unit, as their code points do.
    if (x !== y) return (x >= 0xd800 && x < 0xe000 ? x + 0x10000 : x) - (y >= 0xd800 && y < 0xe000 ? y + 0x10000 : y)
  }
  return a.length - b.length
}
