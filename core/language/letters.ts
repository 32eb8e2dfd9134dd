/** A text with a capital letter at its beginning, as a sentence or a choice that stands on its own has it. */
export const capitalised = (text: string) =>
  text.replace(/^([“(]?)(\p{Ll})/u, (_, sign, letter) => sign + letter.toUpperCase())
