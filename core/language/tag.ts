import { canonicalTag } from './chain'

// Languages enter Ink Loom by people, files and programs. Only such are taken as there are: well-formed by RFC 5646, with
// a language, a script and a region that CLDR knows. “German” is well-formed, and no language.

function namesOf(type: 'language' | 'script' | 'region'): Intl.DisplayNames {
  return new Intl.DisplayNames('en', { type, fallback: 'none' })
}

let known: { language: Intl.DisplayNames; script: Intl.DisplayNames; region: Intl.DisplayNames } | undefined

/** What CLDR names although it means that nothing is known. */
const unknown = new Set(['und', 'mul', 'mis', 'zxx', 'Zzzz', 'Zyyy', 'Zxxx', 'ZZ'])

/** The tag in its conventional letter case; undefined where it is no language that there is. */
export function knownTag(text: string): string | undefined {
  const tag = canonicalTag(text)
  if (tag === undefined) return undefined
  known ??= { language: namesOf('language'), script: namesOf('script'), region: namesOf('region') }
  const { language, script, region } = new Intl.Locale(tag)
  if (unknown.has(language) || unknown.has(script ?? '') || unknown.has(region ?? '')) return undefined
  const isKnown =
    known.language.of(language) !== undefined &&
    (script === undefined || known.script.of(script) !== undefined) &&
    (region === undefined || known.region.of(region) !== undefined)
  return isKnown ? tag : undefined
}

/** Whether a text is a tag of a language that there is, in its conventional letter case. */
export const isKnownTag = (text: string): boolean => knownTag(text) === text

/** What is wrong with a text that is no such tag, and what to write. */
export function tagProblem(text: string): string {
  const tag = knownTag(text)
  return tag === undefined
    ? `“${text}” is not a language; write its tag, such as fr-CH for French (Switzerland).`
    : `“${text}” is written ${tag}.`
}
