/** How letters can be changed. */
export const letterCases = ['lower', 'upper', 'sentence', 'words'] as const
export type LetterCase = (typeof letterCases)[number]

/**
 * Changes the letters of one text after another: all small, all capital, a capital at the beginning and after the end
 * of a sentence, or at the beginning of each word; by the rules of the language (Unicode's special casing: Turkish i,
 * German ß).
 */
export function withCase(how: LetterCase, language: string): (text: string) => string {
  const lower = (t: string) => t.toLocaleLowerCase(language)
  const upper = (t: string) => t.toLocaleUpperCase(language)
  if (how === 'lower') return lower
  if (how === 'upper') return upper
  if (how === 'words') return (text) => lower(text).replace(/(?<![\p{L}\p{N}’'])\p{L}/gu, upper)
  // Formatting may cut a sentence in stretches, so where the last one ended decides how the next begins.
  let begins = true
  return (text) => {
    const out = lower(text).replace(
      /(?:(^)|([.!?。！？]\s+))([^\p{L}]*)(\p{L})/gu,
      (whole, start: string | undefined, end: string | undefined, between: string, letter: string) =>
        start !== undefined && !begins ? whole : `${end ?? ''}${between}${upper(letter)}`,
    )
    if (/\S/.test(text)) begins = /[.!?。！？]\s*$/.test(text)
    return out
  }
}
