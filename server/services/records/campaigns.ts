import { contentOfCampaign } from '../../db/queries/references'
import { invalidateAll } from '../readiness/due'
import { rulesNaming, type Problems, storedWhole } from './kind'
import { windowProblems } from './limits'

export const campaigns = storedWhole('campaigns', {
  name: 'campaign',
  stamp: 'setup',
  check(record, _before, setup) {
    const problems: Problems = windowProblems(record, '')
    record.storefronts.forEach((s, i) => {
      if (!setup.storefronts.has(s))
        problems.push({ path: `storefronts[${i}]`, message: `There is no storefront “${s}”.` })
    })
    return Promise.resolve({ record, problems })
  },
  async deletionBlockers(tx, record, setup) {
    const content = await contentOfCampaign(tx.db, record.code)
    const ruled = await rulesNaming(tx.db, setup, `campaign:${record.code}`)
    return [
      ...(content.length > 0
        ? [`${content.map((name) => `“${name}”`).join(', ')} belong to it. Give them another one first.`]
        : []),
      ...(ruled.length > 0 ? [`The rules of ${ruled.join(', ')} name it. Change them first.`] : []),
    ]
  },
  invalidate: invalidateAll,
  undoneWithStep: true,
  contentKey: 'campaigns',
})
