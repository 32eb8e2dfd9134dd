/** Text that is HTML already. */
export class Html {
  constructor(readonly text: string) {}
  toString(): string {
    return this.text
  }
}

const entities: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' }
const escaped = (text: string): string => text.replace(/[&<>"']/g, (c) => entities[c]!)

type Value = Html | string | number | null | undefined | false | readonly Value[]

function written(value: Value): string {
  if (value === null || value === undefined || value === false) return ''
  if (Array.isArray(value)) return (value as readonly Value[]).map(written).join('')
  return value instanceof Html ? value.text : escaped(String(value))
}

/** A template of HTML in which every value is escaped that is not HTML itself. */
export const html = (strings: TemplateStringsArray, ...values: Value[]): Html =>
  new Html(strings.map((s, i) => (i === 0 ? s : written(values[i - 1]) + s)).join(''))

/** HTML that is made here by other means than a template. */
export const trusted = (text: string): Html => new Html(text)

/** HTML of a page as it is delivered, cleaned already; pictures and files in it are fetched through the shop. */
export const delivered = (text: string): Html => new Html(text.replaceAll('/delivery/media/', '/pictures/'))
