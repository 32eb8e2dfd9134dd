import { eq, sql } from 'drizzle-orm'
import { namedRuleRecord } from '@contracts/records'
import { checkCondition } from '@core/rules/check'
import { RuleError, type NamedRule } from '@core/rules/condition'
import * as t from '../../db/schema'
import { ruleOf } from '../../db/queries/setup'
import { first, rulesNaming, type Problems, type RecordKind } from './kind'

export const namedRules: RecordKind<NamedRule> = {
  name: 'named rule',
  action: 'edit-content',
  stamp: 'setup',
  schema: namedRuleRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.namedRule).where(eq(t.namedRule.code, code)))
    return row && { record: ruleOf(row), version: row.version }
  },
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
  async write(tx, r) {
    const row = { name: r.name, note: r.note, rule: r.rule }
    await tx.db
      .insert(t.namedRule)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.namedRule.code, set: { ...row, version: sql`${t.namedRule.version} + 1` } })
  },
  async deletionBlockers(tx, record, setup) {
    const ruled = await rulesNaming(tx.db, setup, `rule:${record.code}`)
    return ruled.length > 0
      ? [`${ruled.join(', ')} ${ruled.length === 1 ? 'names' : 'name'} it. Change the rule there first.`]
      : []
  },
  async remove(tx, record) {
    await tx.db.delete(t.namedRule).where(eq(t.namedRule.code, record.code))
  },
}
