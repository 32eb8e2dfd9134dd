/** A code made of a name: letters without accents, digits and hyphens; `fallback` where nothing of it is left. */
export function codeOfName(name: string, fallback: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/ß/g, 'ss')
    .replace(/[øØ]/g, 'o')
    .replace(/[æÆ]/g, 'ae')
    .toLowerCase()
  const code = plain
    .replace(/[’']/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60)
    .replace(/-+$/, '')
  return code === '' ? fallback : code
}

/** The first of a code, the code with 2, with 3 … behind it, that is not taken. */
export function freeCode(base: string, isTaken: (code: string) => boolean): string {
  let code = base
  for (let n = 2; isTaken(code); n++) code = `${base}-${n}`
  return code
}

/** Words that stand in addresses where codes of records do: a record with one as its code could not be opened. */
const wordsOfAddresses: ReadonlySet<string> = new Set(['new', 'order', 'reaches', 'trial'])

/** Whether a record may have a code, as far as addresses go. */
export const isFreeInAddresses = (code: string): boolean => !wordsOfAddresses.has(code)
