import { partsOfSpeech, type PartOfSpeech, type Term } from '../term'

/** A line of a glossary file that cannot be taken: its line in the file, and why. */
export interface GlossaryProblem {
  row: number
  column: string
  message: string
}

/**
 * The columns of a glossary file: `code`, `part-of-speech`, `note`, then for each language its term, and
 * `<language>:forbidden` with `|` between.
 */
export function glossaryColumns(terms: readonly Term[]): string[] {
  const languages = [...new Set(terms.flatMap((t) => Object.keys(t.languages)))].sort()
  return ['code', 'part-of-speech', 'note', ...languages.flatMap((l) => [l, `${l}:forbidden`])]
}

/** The cells of a term under such columns. */
export function glossaryRow(term: Term, columns: readonly string[]): string[] {
  return columns.map((c) => {
    if (c === 'code') return term.code
    if (c === 'part-of-speech') return term.partOfSpeech ?? ''
    if (c === 'note') return term.note
    const [language, rest] = c.split(':') as [string, string | undefined]
    const wording = term.languages[language]
    return wording === undefined ? '' : rest === 'forbidden' ? wording.forbidden.join('|') : wording.term
  })
}

/**
 * The terms of a glossary file, header first. An empty cell says nothing of its language. `codeFor` makes a code for a
 * line without one.
 */
export function readGlossary(
  rows: readonly (readonly string[])[],
  codeFor: (term: string) => string,
): { terms: Term[]; problems: GlossaryProblem[] } {
  const header = (rows[0] ?? []).map((h) => h.trim())
  const problems: GlossaryProblem[] = []
  const languageOf = (h: string) => {
    const tag = h.replace(/:forbidden$/, '')
    try {
      return Intl.getCanonicalLocales(tag)[0]
    } catch {
      return undefined
    }
  }
  header.forEach((h) => {
    if (!['code', 'part-of-speech', 'note'].includes(h) && (h === '' || languageOf(h) === undefined))
      problems.push({
        row: 1,
        column: h,
        message:
          `“${h}” is not a column of a glossary: code, part-of-speech, note, a language tag such as fr-CH, or ` +
          'fr-CH:forbidden.',
      })
  })
  if (problems.length > 0) return { terms: [], problems }
  const seen = new Set<string>()
  const terms = rows.slice(1).flatMap((cells, i): Term[] => {
    const row = i + 2
    const cell = (name: string) => (cells[header.indexOf(name)] ?? '').trim()
    const languages: Term['languages'] = {}
    header.forEach((h, c) => {
      if (['code', 'part-of-speech', 'note'].includes(h)) return
      const language = languageOf(h)!
      const text = (cells[c] ?? '').trim()
      if (text === '') return
      const wording = (languages[language] ??= { term: '', forbidden: [] })
      if (h.endsWith(':forbidden'))
        wording.forbidden = text
          .split('|')
          .map((w) => w.trim())
          .filter(Boolean)
      else wording.term = text
    })
    const first = Object.values(languages).find((l) => l.term !== '')
    if (!first) {
      problems.push({ row, column: '', message: 'This line names no term in any language.' })
      return []
    }
    const speech = cell('part-of-speech')
    if (speech !== '' && !partsOfSpeech.includes(speech as PartOfSpeech))
      problems.push({
        row,
        column: 'part-of-speech',
        message: `“${speech}” is not a known part of speech: ${partsOfSpeech.join(', ')}.`,
      })
    const code = cell('code') || codeFor(first.term)
    if (seen.has(code)) {
      problems.push({ row, column: 'code', message: `The code “${code}” is in the file twice.` })
      return []
    }
    seen.add(code)
    return [{ code, partOfSpeech: speech === '' ? null : (speech as PartOfSpeech), note: cell('note'), languages }]
  })
  return { terms, problems }
}
