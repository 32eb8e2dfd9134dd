import type { Value } from '../../attributes/attribute'
import { attributeTypes } from '../../attributes/types/registry'
import { placesOf } from '../../house-style/checks/words'
import { inlineMark, viewOf } from '../../house-style/view'
import { searchWordsKnown, searchWordsOf, titleWordsMissing } from '../../search/check'
import { cachedFor } from '../../cache/cached-for'
import type { Setup } from '../../catalogue/model'
import { differingAttributes } from '../../catalogue/variants'
import type { Reading } from '../family'
import type { EvaluatedEdition } from '../prepare'
import { asks } from './facts'
import type { Tally } from '../tally'
import { fixOf, placeOf, strands } from '../finding'

const strand = strands.indexOf('copy')

/** Required texts are there in a language that counts, and all texts keep the house style. */
export function evaluateCopy(reading: Reading, edition: EvaluatedEdition, tally: Tally): void {
  const { family, prepared } = reading
  for (const place of prepared.plans.get(family.root.type)?.copy ?? []) {
    const { attribute } = place
    const found = reading.value(attribute, 0, edition)
    const at = placeOf('attribute', attribute.code)
    if (found.value === null || !found.counts) {
      if (!asks(place, reading, edition)) continue
      tally.miss({
        code: 'copy-missing',
        level: 'blocker',
        at,
        fix: fixOf('copy-missing', attribute.code),
        ...(found.value === null ? {} : { details: { language: found.language ?? '' } }),
      })
      continue
    }
    const style = edition.styleOf(attribute.code)
    const findings = prepared.findings(found.value as never, attribute, style)
    if (findings.length === 0) tally.pass(strand)
    findings.forEach((f, i) => {
      const finding = {
        code: `style:${f.code}`,
        level: f.level,
        at,
        fix: fixOf(`style:${f.code}`, attribute.code),
        details: { message: f.message },
      }
      // A text is one check, however much is found in it.
      if (i === 0) tally.miss(finding)
      else tally.note(finding)
    })
    if (attributeTypes[attribute.type].formatted === 'blocks' && onlyPictures(found.value))
      tally.note({ code: 'only-pictures', level: 'blocker', at, fix: fixOf('only-pictures', attribute.code) })
    if (attribute.code === 'search-title' || attribute.code === 'search-words')
      noteSearch(attribute.code, String(found.value), reading, edition, tally)
    if (style.variantWords === false && family.variants.length > 0) {
      const word = variantWordIn(String(found.value), reading, edition)
      if (word !== undefined)
        tally.note({
          code: 'name-variant',
          level: 'remark',
          at,
          fix: fixOf('name-variant', attribute.code),
          details: { word },
        })
    }
  }
}

/** The texts of a page that search titles and words are held against. */
const pageTexts = ['name', 'summary', 'description', 'key-points'] as const

/** Search titles say what the page says; search words say what it does not. */
function noteSearch(
  code: 'search-title' | 'search-words',
  text: string,
  reading: Reading,
  edition: EvaluatedEdition,
  tally: Tally,
): void {
  const { attributes } = reading.prepared.setup
  const texts = pageTexts.flatMap((c) => {
    const attribute = attributes.get(c)
    const found = attribute && reading.value(attribute, 0, edition)
    return found && found.value !== null && found.counts
      ? viewOf(found.value, attribute.type, edition.language).stretches
      : []
  })
  const at = placeOf('attribute', code)
  if (code === 'search-title') {
    const missing = titleWordsMissing(text, texts, edition.language)
    if (missing.length > 0)
      tally.note({
        code: 'title-words',
        level: 'remark',
        at,
        fix: 'title-words||',
        details: { words: missing.map((w) => `“${w}”`).join(', ') },
      })
    return
  }
  const { there, twice } = searchWordsKnown(searchWordsOf(text), texts)
  for (const [words, why] of [
    [there, 'is already in the text'],
    [twice, 'is there twice'],
  ] as const) {
    if (words.length > 0)
      tally.note({
        code: 'search-words',
        level: 'remark',
        at,
        fix: 'search-words||',
        details: { words: words.map((w) => `“${w}”`).join(', '), why },
      })
  }
}

/** Whether a text has pictures, and neither words nor inline values beside them. */
function onlyPictures(value: Value): boolean {
  if (!String(value).includes('<img')) return false
  const view = viewOf(value, 'rich-text', 'en')
  return view.stretches.every((s) => s.replaceAll(inlineMark, 'x').trim() === '')
}

/** What was found in names, by the names and the words that they were held against. */
const kept = cachedFor<Setup, string | undefined>()

/** A word in a name that says what its variants differ in. */
function variantWordIn(
  name: string,
  { family, prepared: { setup } }: Reading,
  edition: EvaluatedEdition,
): string | undefined {
  const codes = differingAttributes(family.root, setup)
  return kept(setup, `${edition.n} ${codes.join()} ${name}`, () => lookFor(name, codes, edition, setup))
}

function lookFor(name: string, codes: readonly string[], edition: EvaluatedEdition, setup: Setup): string | undefined {
  const words = codes.flatMap((code) => {
    const attribute = setup.attributes.get(code)
    if (!attribute) return []
    const entry = attributeTypes[attribute.type]
    if (!entry.options) return []
    return attribute.options.map((o) =>
      entry.display(entry.options === 'several' ? [o.code] : o.code, attribute, {
        language: edition.language,
        labels: edition.reader.chain,
      }),
    )
  })
  // A single letter, such as a size, is part of too many names.
  return placesOf(
    words.filter((w) => w.length > 2),
    viewOf(name, 'text', edition.language),
  )[0]?.phrase
}
