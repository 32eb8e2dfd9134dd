/**
 * Whether a text as a whole fits a pattern in which `*` stands for any run of characters and `?` for one.
 * Goes back only to the last `*`, so that it takes at most length × pattern steps and cannot hang.
 */
export function matchesPattern(text: string, pattern: string): boolean {
  const t = [...text]
  const p = [...pattern]
  let i = 0
  let j = 0
  let star = -1
  let mark = 0
  while (i < t.length) {
    if (j < p.length && p[j] === '*') {
      star = j++
      mark = i
    } else if (j < p.length && (p[j] === '?' || p[j] === t[i])) {
      i++
      j++
    } else if (star >= 0) {
      j = star + 1
      i = ++mark
    } else {
      return false
    }
  }
  while (p[j] === '*') j++
  return j === p.length
}
