/** A file of lines, as the tests write it. */
export const csvLines = (...lines: string[]) => lines.map((line) => `${line}\n`).join('')
