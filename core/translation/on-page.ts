/** White space and soft breaks count as one space. */
const plain = (text: string) => text.replace(/[\s\u00a0\u202f]+/g, ' ').trim()

/**
 * Whether a text of a page says the words of a segment, as `flatOfCoded` gives them: what stands between them there, in
 * place of each U+FFFC, is whatever the page filled in.
 */
export function holdsWords(onPage: string, words: string): boolean {
  const text = plain(onPage)
  let at = 0
  for (const part of words.split('\ufffc').map(plain)) {
    if (part === '') continue
    const found = text.indexOf(part, at)
    if (found < 0) return false
    at = found + part.length
  }
  return at > 0
}
