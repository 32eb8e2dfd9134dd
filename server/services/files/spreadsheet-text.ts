// Texts of spreadsheets as they stand in XML: characters that XML cannot hold are written as `_x000B_`, and what looks
// like that by itself has its first line escaped (ECMA-376 part 1, section 22.9.2.19, ST_Xstring).

const notInXml = /[\u0000-\u0008\u000b-\u001f\ufffe\uffff]/g
const looksEscaped = /_(?=x[0-9A-Fa-f]{4}_)/g
const escaped = /_x([0-9A-Fa-f]{4})_/g

const asCode = (c: string) => `_x${c.charCodeAt(0).toString(16).toUpperCase().padStart(4, '0')}_`

/** A text as the content of an element. */
export const writeSheetText = (text: string): string =>
  text
    .replace(looksEscaped, '_x005F_')
    .replace(notInXml, asCode)
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')

/** The text that the content of an element stands for, with XML's own escapes already read. */
export const readSheetText = (content: string): string =>
  content.replace(escaped, (_, code: string) => String.fromCharCode(parseInt(code, 16)))
