import { isNotApplicable, notApplicableWords } from '@core/attributes/not-applicable'
import { inlineNames } from '@core/catalogue/inline-name'

/** A moment of the history, as the reader's place writes it. */
export const whenShown = (at: string) =>
  new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(Date.parse(at))

/** A moment as the clocks of a place show it: 8 Dec 2026, 00:00 in Berlin. */
export const whenThere = (at: string, timeZone: string) => {
  const there = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short', timeZone })
  return `${there.format(Date.parse(at))} in ${timeZone.split('/').at(-1)!.replaceAll('_', ' ')}`
}

/** A stored value of any shape on one line, without its markup. */
export function valueShown(v: unknown): string {
  if (v === null || v === undefined || v === '') return 'nothing'
  if (typeof v === 'boolean') return v ? 'yes' : 'no'
  if (Array.isArray(v)) return v.length === 0 ? 'nothing' : v.map(valueShown).join(' · ')
  if (typeof v === 'object') {
    const o = v as Record<string, unknown>
    if ('state' in o) return String(o.state)
    if (isNotApplicable(o)) return notApplicableWords.toLowerCase()
    if ('updated' in o && 'reason' in o)
      return o.reason === null ? `data pool: ${valueShown(o.value)}` : `own value: “${String(o.reason)}”`
    if ('unit' in o && 'value' in o) return `${String(o.value)} ${String(o.unit)}`
    if ('title' in o && 'body' in o) return `${valueShown(o.title)}: ${valueShown(o.body)}`
    const parts = Object.entries(o).filter(([, inner]) => inner !== null && inner !== '')
    return parts.map(([name, inner]) => `${name}: ${valueShown(inner)}`).join(', ')
  }
  return plainShown(String(v))
}

/** The name of an inline value: Volume. */
export function inlineLabel(address: string): string {
  return inlineNames(useSetupStore().forCore)(address)
}

/** An inline value by its name, in brackets that no text has: ‹Volume›. */
const inlineWords = (address: string) => `‹${inlineLabel(address)}›`

/** The words of rich text; what ends a block becomes `blockEnd`. */
const wordsOfMarkup = (html: string, blockEnd: string) =>
  html
    .replace(/<\/(p|li|h\d|td|th)>/g, blockEnd)
    .replace(/<[^>]+>/g, '')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&amp;', '&')

/** An inline value in rich text, with its address. */
const inlineValue = /<data value="([^"]*)"><\/data>/g

/** Rich text on one line: inline values by their names, no markup. */
export const plainShown = (html: string) =>
  wordsOfMarkup(
    html.replace(inlineValue, (_, address: string) => inlineWords(address)),
    ' ',
  ).trim()

/** A part of a text: words, or the address of an inline value. */
export type TextPart = { words: string } | { address: string }

/** Rich text as words, a line for each block, and the inline values between them. */
export function textParts(html: string): TextPart[] {
  const parts = html.split(inlineValue)
  return parts.flatMap((part, i): TextPart[] => {
    if (i % 2 === 1) return [{ address: part }]
    const all = wordsOfMarkup(part, '\n')
    const words = i === parts.length - 1 ? all.trimEnd() : all
    return words === '' ? [] : [{ words }]
  })
}

/** The language of the interface, in which it writes dates, numbers and names of languages. */
export const interfaceLanguage = 'en-GB'

const calendarDay = new Intl.DateTimeFormat(interfaceLanguage, { dateStyle: 'medium', timeZone: 'UTC' })

/** A day of the calendar, such as `2026-05-01`, as people write it. */
export const dayShown = (day: string) => calendarDay.format(Date.parse(`${day}T00:00Z`))

const dayOfYear = new Intl.DateTimeFormat(interfaceLanguage, { day: 'numeric', month: 'short' })

/** A moment by its day alone, where the year goes without saying: 1 Dec. */
export const shortDayShown = (at: string) => dayOfYear.format(Date.parse(at))

/** A number as people write it: 12,345. */
export const numberShown = (n: number) => n.toLocaleString(interfaceLanguage)

/** A share in percent, rounded down: all is said only of all. */
export const percentDone = (done: number, of: number) => `${Math.floor((100 * done) / of)}%`

/** A number with its noun: 1 text, 2 texts. */
export const countShown = (n: number, one: string, many = `${one}s`) => `${numberShown(n)} ${n === 1 ? one : many}`
