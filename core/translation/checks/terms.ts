import { placesOfPhrase } from '../glossary'
import { termIn } from '../term'
import type { TargetCheck } from './check'

export const termMissing: TargetCheck = {
  code: 'term-missing',
  level: 'remark',
  label: 'A glossary term is not used',
  find({ words, languages, glossary }) {
    return [...new Set(glossary?.find(words.source).map((f) => f.term))].flatMap((term) => {
      const right = termIn(term, languages.target)
      if (!right?.term || placesOfPhrase(words.target, right.term, languages.target).length > 0) return []
      return [
        {
          message:
            `“${termIn(term, languages.source)!.term}” is “${right.term}” in the glossary, which this text ` +
            'does not use.',
        },
      ]
    })
  },
}

export const termForbidden: TargetCheck = {
  code: 'term-forbidden',
  level: 'blocker',
  label: 'A forbidden term is used',
  find({ words, languages, glossary }) {
    const found = new Set(glossary?.find(words.source).map((f) => f.term))
    return [...found].flatMap((term) => {
      const right = termIn(term, languages.target)
      return (right?.forbidden ?? []).flatMap((bad) =>
        placesOfPhrase(words.target, bad, languages.target).map((at) => ({
          at,
          message:
            `“${words.target.slice(at.from, at.to)}” must not stand for ` +
            `“${termIn(term, languages.source)!.term}”; the glossary has “${right!.term}”.`,
          // An inflected form has no one right answer.
          ...(words.target.slice(at.from, at.to).toLowerCase() === bad.toLowerCase() && right!.term
            ? { fix: right!.term }
            : {}),
        })),
      )
    })
  },
}
