import type { DraftText } from '@core/drafting/service'
import { estimatedPixels, perceivedLength } from '@core/house-style/count'
import { slugOf } from '@core/search/slug'
import { fold } from '@core/text/fold'
import { inStyle, ordered, type Composing } from './compose'
import { capital, inForm, small, valueOf } from './bank'

/** Search results cut titles at about this width, in pixels of a common size of type; common practice. */
const titlePixels = 580
const descriptionCharacters = 155

/**
 * How a word is often written otherwise: one letter for two, plain letters for those with marks; computed, not looked
 * up.
 */
export function misspellings(word: string, language: string): string[] {
  const out = new Set<string>()
  const single = word.replace(/([bcdfglmnprst])\1/i, '$1')
  out.add(single)
  if (language.startsWith('de'))
    out.add(word.replace(/ä/g, 'ae').replace(/ö/g, 'oe').replace(/ü/g, 'ue').replace(/ß/g, 'ss'))
  if (language.startsWith('fr')) out.add(word.normalize('NFD').replace(/\p{M}/gu, ''))
  out.delete(word)
  return [...out].slice(0, 2)
}

/** Words of points that are no nouns, which German writes small after a comma. */
const notNouns = /^(Für|In|Reflektierend|Der|Die|Das)\b/

/**
 * A point as it goes on after a comma: small, unless it begins with a noun of German; the clause where that is the same
 * but for its letter.
 */
function goesOn(point: string, clause: string | undefined, language: string): string {
  if (clause !== undefined && clause.toLowerCase() === point.toLowerCase()) return clause
  return language.startsWith('de') && !notNouns.test(point) ? point : small(point)
}

/** Search title, description, words and slug, each from what earlier steps wrote or stands on the product. */
export function composeSearch(c: Composing): DraftText[] {
  const { request, bank, noun, wishes } = c
  const { product, texts, styles, language } = request
  const name = String(texts.name ?? product.name ?? '')
  if (name === '') return []
  const lead = ordered(c).flatMap((fact) => {
    const phrases = bank.phrases[fact.attribute]
    const value =
      phrases && !(fact.parts.length > 1 && fact.source === 'variants')
        ? valueOf(fact, phrases, language, false)
        : undefined
    const say = (phrase: string) => inForm(phrase, noun?.form ?? 'n', bank).replaceAll('{v}', value!)
    return value === undefined || fact.number === 0
      ? []
      : [
          {
            fact: fact.attribute,
            text: say(phrases!.point),
            on: goesOn(say(phrases!.point), phrases!.clause && say(phrases!.clause), language),
            value: value!,
          },
        ]
  })
  const spelled = (s: string) => bank.spelling?.(s, language) ?? s
  const out: DraftText[] = []
  const withNoun = noun && !fold(name).includes(fold(noun.one)) ? `${name} – ${spelled(capital(noun.one))}` : name
  const titleMost = styles['search-title']?.pixels?.most ?? titlePixels
  const titles = [...(lead[0] ? [`${withNoun}, ${spelled(lead[0].on)}`] : []), withNoun, name]
  const title = titles.find((t) => estimatedPixels(t) <= titleMost && inStyle(t, styles['search-title']) !== undefined)
  if (title)
    out.push({
      field: 'search-title',
      value: inStyle(title, styles['search-title'])!,
      facts: title === titles[0] && lead[0] ? [lead[0].fact] : [],
    })
  const summary = typeof texts.summary === 'string' ? texts.summary.replace(/\s+/g, ' ').trim() : ''
  const most = Math.min(
    styles['search-description']?.characters?.most ?? descriptionCharacters,
    wishes.characters ?? Infinity,
  )
  let description = summary !== '' ? summary : noun ? `${name}.` : ''
  const used: string[] = []
  for (const { fact, text, value } of lead) {
    const next = `${description} ${spelled(text).replace(/\.$/, '')}.`
    if (description === '' || perceivedLength(next) > most || fold(description).includes(fold(value))) continue
    if (inStyle(next, styles['search-description']) === undefined) continue
    description = next
    used.push(fact)
    if (used.length === 2) break
  }
  if (description !== '' && perceivedLength(description) <= most)
    out.push({ field: 'search-description', value: description, facts: used })
  if (noun) {
    // What stands in the text already is found without being said again.
    const text = fold([name, summary, String(texts.description ?? '')].join(' '))
    const words = [...(noun.also ?? []), ...misspellings(noun.one, language)]
      .map(spelled)
      .filter((w) => !text.includes(fold(w)))
    if (words.length > 0) out.push({ field: 'search-words', value: [...new Set(words)].join(', '), facts: [] })
  }
  const slug = slugOf(name, language)
  if (slug !== '') out.push({ field: 'slug', value: slug, facts: [] })
  return out
}
