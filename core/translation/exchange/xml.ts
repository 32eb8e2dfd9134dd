/** Text made safe in XML 1.0: characters that it cannot hold are left out. */
export function xmlText(text: string): string {
  return text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
}

/** The same within a double-quoted attribute. */
export function xmlAttribute(text: string): string {
  return xmlText(text).replace(/"/g, '&quot;').replace(/\n/g, '&#10;').replace(/\t/g, '&#9;')
}

export const xmlHead = '<?xml version="1.0" encoding="UTF-8"?>\n'
