import type { HouseStyle } from '@core/house-style/style'
import { isKnownTag, tagProblem } from '@core/language/tag'
import { readStyles } from '../../db/queries/house-style'
import { invalidateSet } from '../../db/queries/readiness'
import { type Problems, storedWhole } from './kind'

const haveOneScope = (a: HouseStyle, b: HouseStyle) =>
  a.field === b.field && a.storefront === b.storefront && a.language === b.language

export const houseStyles = storedWhole('house-styles', {
  name: 'house style rule set',
  stamp: 'house-style',
  async check(record, _before, setup, tx) {
    const problems: Problems = []
    if (record.field !== null && !setup.attributes.has(record.field))
      problems.push({ path: 'field', message: `There is no attribute “${record.field}”.` })
    if (record.storefront !== null && !setup.storefronts.has(record.storefront))
      problems.push({ path: 'storefront', message: `There is no storefront “${record.storefront}”.` })
    if (record.language !== null && !isKnownTag(record.language))
      problems.push({ path: 'language', message: tagProblem(record.language) })
    const same = (await readStyles(tx.db)).find((other) => other.code !== record.code && haveOneScope(other, record))
    if (same)
      problems.push({
        path: 'field',
        message: `The rule set “${same.code}” is for the same field, storefront and language. Change that one.`,
      })
    return { record, problems }
  },
  // How texts are to be written is asked of readiness alone.
  invalidate: (tx) => invalidateSet(tx, { all: true }),
})
