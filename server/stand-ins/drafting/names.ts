import type { DraftText } from '@core/drafting/service'
import { inStyle, type Composing } from './compose'

// Beginnings and ends that are put together; none is a word of the demo's languages that we know of.
const beginnings = [
  'Tor',
  'Lyn',
  'Vul',
  'Bre',
  'Hul',
  'Mar',
  'Ked',
  'Sun',
  'Fal',
  'Rim',
  'Ost',
  'Gri',
  'Nor',
  'Bel',
  'Ska',
  'Dun',
  'Wil',
  'Har',
  'Jor',
  'Pel',
]
const ends = ['na', 'do', 'vik', 'ra', 'mo', 'sel', 'lun', 'ku', 'by', 'tan', 'ric', 'vo', 'ska', 'lo', 'mar', 'dis']

/** The fewest letters to change, add or drop to get from one word to another, up to two. */
function near(a: string, b: string): boolean {
  if (a === b) return true
  if (Math.abs(a.length - b.length) > 1) return false
  let [i, j, changes] = [0, 0, 0]
  while (i < a.length && j < b.length) {
    if (a[i] === b[j]) {
      i++
      j++
      continue
    }
    if (++changes > 1) return false
    if (a.length > b.length) i++
    else if (a.length < b.length) j++
    else {
      i++
      j++
    }
  }
  return changes + (a.length - i) + (b.length - j) <= 1
}

/** Names that nothing is called yet, and that are not one letter away from what is taken or to be avoided. */
export function composeNames({ request, bank, noun, wishes }: Composing): DraftText | undefined {
  if (!noun) return undefined
  const taken = new Set(request.taken)
  const close = request.taken.filter((t) => t.length >= 4 && t.length <= 8)
  const names: string[] = []
  const all = beginnings.length * ends.length
  for (let k = 0; k < all && names.length < (wishes.names ?? 3); k++) {
    // A step that has no factor in common with their number meets every one of them once.
    const n = (request.seed + k * 127) % all
    const word = beginnings[n % beginnings.length]! + ends[Math.floor(n / beginnings.length)]!
    const folded = word.toLowerCase()
    if (taken.has(folded) || close.some((t) => near(t, folded))) continue
    const name = inStyle(
      bank.spelling?.(bank.named(word, noun.one), request.language) ?? bank.named(word, noun.one),
      request.styles.name,
    )
    if (name !== undefined) names.push(name)
  }
  return names.length === 0 ? undefined : { field: 'name', value: names[0]!, facts: [], alternatives: names.slice(1) }
}
