import { checkCondition } from '@core/rules/check'
import { RuleError } from '@core/rules/condition'
import { invalidateAll } from '../readiness/due'
import { rulesNaming, type Problems, storedWhole } from './kind'

export const namedRules = storedWhole('named-rules', {
  name: 'named rule',
  stamp: 'setup',
  check(record, _before, setup) {
    const problems: Problems = []
    try {
      // As it is named, so that one that would name itself, through others too, is found.
      checkCondition(
        { field: 'rule', is: 'equals', value: record.code },
        { ...setup, rules: new Map(setup.rules).set(record.code, record) },
      )
      checkCondition(record.rule, { ...setup, rules: new Map(setup.rules).set(record.code, record) })
    } catch (e) {
      if (!(e instanceof RuleError)) throw e
      problems.push(
        ...e.problems.map((p) => ({ path: ['rule', p.path].filter(Boolean).join('.'), message: p.message })),
      )
    }
    return Promise.resolve({ record, problems })
  },
  async deletionBlockers(tx, record, setup) {
    const ruled = await rulesNaming(tx.db, setup, `rule:${record.code}`)
    return ruled.length > 0
      ? [`${ruled.join(', ')} ${ruled.length === 1 ? 'names' : 'name'} it. Change the rule there first.`]
      : []
  },
  invalidate: invalidateAll,
  undoneWithStep: true,
  contentKey: 'namedRules',
})
