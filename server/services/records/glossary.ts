import { isKnownTag, tagProblem } from '@core/language/tag'
import { type Problems, storedWhole } from './kind'

/** Terms with their one right translation, and forbidden ones. */
export const glossary = storedWhole('glossary', {
  name: 'term',
  stamp: 'glossary',
  check(record, _before, setup) {
    const problems: Problems = Object.keys(record.languages).flatMap((l) =>
      isKnownTag(l) ? [] : [{ path: `languages.${l}`, message: tagProblem(l) }],
    )
    if (!record.languages[setup.source]?.term && !record.languages[setup.source.split('-')[0]!]?.term)
      problems.push({
        path: `languages.${setup.source}`,
        message: `A term needs a term in the source language, ${setup.source}.`,
      })
    for (const [l, wording] of Object.entries(record.languages))
      if (wording.forbidden.includes(wording.term))
        problems.push({
          path: `languages.${l}.forbidden`,
          message: `“${wording.term}” cannot be both the preferred and a forbidden term.`,
        })
    return Promise.resolve({ record, problems })
  },
  undoneWithStep: true,
})
