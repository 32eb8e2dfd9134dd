import type { Draft, DraftingService, DraftRequest, DraftText } from '@core/drafting/service'
import { DraftingProblem } from '@core/drafting/service'
import { textOf } from '@core/translation/state'
import type { Bank } from './bank'
import { composeDescription, composePoints, composeSummary, inStyle, type Composing } from './compose'
import { english } from './english'
import { french } from './french'
import { german } from './german'
import { wishesOf } from './instruction'
import { composeNames } from './names'
import { composeSearch } from './search'

/** The languages that it writes. Adding one is adding its bank. */
export const banks: Readonly<Record<string, Bank>> = { en: english, de: german, fr: french }

/** So many characters, read or written, are one unit. */
const charactersAUnit = 100

type Compose = (c: Composing) => DraftText[]
const one =
  (make: (c: Composing) => DraftText | undefined): Compose =>
  (c) =>
    [make(c)].filter((t) => t !== undefined)

/** The text that stands for a picture: what it is, its colours, its ground. */
function composeAlternative(c: Composing): DraftText | undefined {
  const { request, bank, noun } = c
  const seen = (what: string) => request.facts.find((f) => f.attribute === what)
  const text = bank.alternative(
    noun?.one ?? request.product.noun,
    request.product.name ?? undefined,
    seen('photo-colours')?.parts ?? [],
    seen('photo-ground')?.parts[0],
  )
  const kept = inStyle(bank.spelling?.(text, request.language) ?? text, request.styles.alternative)
  return kept === undefined
    ? undefined
    : { field: 'alternative', value: kept.charAt(0).toUpperCase() + kept.slice(1), facts: [] }
}

const steps: Partial<Record<DraftRequest['step'], Compose>> = {
  photo: one(composeAlternative),
  description: one(composeDescription),
  summary: one(composeSummary),
  'key-points': one(composePoints),
  'search-texts': composeSearch,
  names: one(composeNames),
}

const weigh = (r: DraftRequest, texts: readonly DraftText[]) =>
  Math.max(
    1,
    Math.ceil(
      (r.instruction.length +
        r.facts.reduce((n, f) => n + f.label.length + f.parts.join('').length, 0) +
        texts.reduce((n, t) => n + textOf(t.value).length, 0)) /
        charactersAUnit,
    ),
  )

/**
 * Writes from facts alone, by grammar and phrase banks: the same request gives the same draft. It follows what it
 * understands of an instruction (see `wishesOf`), and says what it could not do.
 */
export const phraseDrafting: DraftingService = {
  name: 'Phrase bank',
  unit: 'units of 100 characters read and written',
  languages: Object.keys(banks),
  draft(request): Promise<Draft> {
    const bank = banks[request.language.split('-')[0]!]
    if (!bank)
      return Promise.reject(
        new DraftingProblem(
          `The drafting service writes ${Object.keys(banks).join(', ')}, and not ${request.language}.`,
        ),
      )
    const compose = steps[request.step]
    if (!compose) return Promise.reject(new DraftingProblem(`The drafting service has no step “${request.step}”.`))
    const noun = bank.nouns[request.product.type]
    const voice = Object.values(request.styles)
      .map((s) => s.voice ?? '')
      .join(' ')
    const wishes = wishesOf(request.instruction, voice, request.facts)
    const texts = compose({ request, bank, noun, wishes })
    const notes: string[] = []
    if (texts.length === 0)
      notes.push(
        request.facts.length === 0
          ? 'There is no fact to write from.'
          : `Nothing could be written from ${request.facts.length} facts within the house style.`,
      )
    for (const [unit, list] of [
      ['first', wishes.first],
      ['say', wishes.say],
    ] as const) {
      const missed = list.filter(
        (a) =>
          ['description', 'key-points', 'summary'].includes(request.step) &&
          texts.length > 0 &&
          !texts[0]!.facts.includes(a),
      )
      if (missed.length > 0)
        notes.push(
          `${missed.join(', ')} ${missed.length === 1 ? 'was' : 'were'} asked ` +
            `for${unit === 'first' ? ' at the beginning' : ''}, and had no room or no words.`,
        )
    }
    return Promise.resolve({ texts, units: weigh(request, texts), notes })
  },
}
