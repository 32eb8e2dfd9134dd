/**
 * A guide as a PDF of the fewest parts (ISO 32000-1): its title, and a page for each step, in a font that every reader
 * has.
 */
export function guidePages(title: string, pages: number): string {
  const objects: string[] = []
  const add = (body: string) => objects.push(body)
  const kids = Array.from({ length: pages }, (_, i) => `${4 + i * 2} 0 R`)
  add('<< /Type /Catalog /Pages 2 0 R >>')
  add(`<< /Type /Pages /Kids [${kids.join(' ')}] /Count ${pages} >>`)
  add('<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>')
  const safe = (text: string) => text.replace(/[^ -~]/g, ' ').replace(/[\\()]/g, '\\$&')
  for (let i = 0; i < pages; i++) {
    const text = i === 0 ? `BT /F1 26 Tf 60 700 Td (${safe(title)}) Tj ET` : `BT /F1 40 Tf 60 700 Td (Step ${i}) Tj ET`
    add(
      '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Resources << /Font << /F1 3 0 R >> >> ' +
        `/Contents ${5 + i * 2} 0 R >>`,
    )
    add(`<< /Length ${text.length} >>\nstream\n${text}\nendstream`)
  }
  let out = '%PDF-1.4\n'
  const at = objects.map((body, i) => {
    const start = out.length
    out += `${i + 1} 0 obj\n${body}\nendobj\n`
    return start
  })
  const table = out.length
  const size = objects.length + 1
  const entries = at.map((offset) => `${String(offset).padStart(10, '0')} 00000 n \n`).join('')
  const trailer = `trailer << /Size ${size} /Root 1 0 R >>\nstartxref\n${table}\n%%EOF\n`
  return `${out}xref\n0 ${size}\n0000000000 65535 f \n${entries}${trailer}`
}
