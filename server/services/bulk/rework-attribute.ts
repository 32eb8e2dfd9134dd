import { attributeRecord } from '@contracts/records'
import type { ReworkBody, ReworkReport } from '@contracts/rework'
import { allowedProblem } from '@core/attributes/allowed'
import type { Attribute, ProductType, StoredValue } from '@core/attributes/attribute'
import { asText, reworkValue, reworkValues } from '@core/attributes/rework'
import { attributeTypes } from '@core/attributes/types/registry'
import { ValueProblem } from '@core/attributes/types/shape'
import { same, valuePath, type ValueChange } from '@core/catalogue/patch'
import { checkCondition } from '@core/rules/check'
import { database, inTransaction, type Db, type Tx } from '../../db/connect'
import { loadFamilies, lockFamilies, type StoredFamily, type StoredProduct } from '../../db/queries/families'
import { writeOwnFacts } from '../../db/queries/own-facts'
import { storedAssignments } from '../../db/queries/library'
import { loadSetup, raiseStamp, readSetup, type StoredSetup } from '../../db/queries/setup'
import { insertChanges, lockRecord } from '../../db/queries/steps'
import { rootsWithValues, valuesAfter, type ScannedValue } from '../../db/queries/texts'
import { beginStep, WriteSet } from '../../db/queries/write-products'
import { changeFamily, familiesAtOnce, shownAtMost, writeFamilies } from './bulk-change'
import { Cancelled, enqueue, type WorkControls } from '../work/jobs'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound, Problem } from '../problem'
import { validate } from '@contracts/validation'
import { attributeProblems, attributes } from '../records/attributes'
import { refreshFactsOfType } from '../products/refresh-facts'
import { types } from '../records/types'

export type { ReworkBody } from '@contracts/rework'

interface Rework {
  setup: StoredSetup
  before: Attribute
  after: Attribute
  body: ReworkBody
}

/** A change understood, or a 422 problem that says what is wrong with it whatever the values are. */
async function understood(db: Db, code: string, body: ReworkBody): Promise<Rework> {
  const setup = await loadSetup(db)
  const before = setup.attributes.get(code)
  if (!before) throw notFound(`attribute “${code}”`)
  const { value: after, errors } = validate(attributeRecord, body.record, { inside: 'record' })
  const isRead = errors.length === 0
  const problems = isRead ? attributeProblems(after) : errors
  if (isRead && after.code !== code) problems.push({ path: 'record.code', message: `The address names “${code}”.` })
  if (isRead) {
    for (const [gone, other] of Object.entries(body.instead)) {
      if (other !== null && !after.options.some((o) => o.code === other))
        problems.push({ path: `instead.${gone}`, message: `“${other}” is not one of the options.` })
    }
    problems.push(...(await rulesThatBreak(db, setup, after)))
  }
  if (problems.length > 0) throw unprocessable('This change is not possible. Nothing has been changed.', problems)
  return { setup, before, after, body }
}

/** Rules of assignments that could not be read any more. */
async function rulesThatBreak(db: Db, setup: StoredSetup, after: Attribute) {
  const changed = { ...setup, attributes: new Map(setup.attributes).set(after.code, after) }
  const holds = (condition: unknown) => {
    try {
      checkCondition(condition, changed)
      return true
    } catch {
      return false
    }
  }
  const rows = await storedAssignments(db)
  return [
    ...rows
      .filter((a) => a.reach.rule !== null && !holds(a.reach.rule))
      .map((a) => ({
        path: 'record',
        message: `The assignment “${a.name}” would have an invalid rule. Change its rule first.`,
      })),
    ...[...setup.types.values()]
      .filter((p) => p.attributes.some((a) => a.requiredWhere !== null && !holds(a.requiredWhere)))
      .map((p) => ({
        path: 'record',
        message:
          `The product type “${p.labels[setup.source] ?? p.code}” has a condition on a required attribute ` +
          'that would become invalid.',
      })),
  ]
}

const emptyReport = ({ setup, before }: Rework): ReworkReport => ({
  title: `Changed the attribute “${before.labels[setup.source] ?? before.code}”`,
  values: 0,
  products: 0,
  unchanged: 0,
  changed: 0,
  lost: 0,
  outside: 0,
  sample: [],
  losses: [],
  step: null,
})

/** Looks at the attribute's values of one product: counts, and gives what is to change. */
function lookAt(
  sku: string,
  values: readonly StoredValue[],
  { setup, before, after, body }: Rework,
  report: ReworkReport,
): ValueChange[] {
  if (values.length === 0) return []
  report.products++
  report.values += values.length
  const result = reworkValues(values, before, after, setup, body.instead)
  const scope = (v: StoredValue) =>
    valuePath(v)
      .slice('attribute:'.length + v.attribute.length)
      .replace(/^@/, '')
  const shown = (v: StoredValue, a: Attribute) => asText(v.value, a).slice(0, 300)
  report.lost += result.lost.length
  for (const { value, why } of result.lost)
    if (report.losses.length < shownAtMost)
      report.losses.push({ sku, scope: scope(value), before: shown(value, before), why })
  const changes: ValueChange[] = []
  for (const v of values) {
    const now = result.values.find((x) => valuePath(x) === valuePath(v))
    if (!now) changes.push({ ...v, value: null })
    else if (same(now.value, v.value)) report.unchanged++
  }
  for (const v of result.values) {
    if (after.allowed && allowedProblem(v.value, after, attributeTypes[after.type])) report.outside++
    const old = values.find((x) => valuePath(x) === valuePath(v))
    if (old && same(old.value, v.value)) continue
    changes.push(v)
    report.changed++
    if (report.sample.length < shownAtMost) {
      const from = old ?? values[0]!
      report.sample.push({ sku, scope: scope(v), before: shown(from, before), after: shown(v, after) })
    }
  }
  return changes
}

/** The values of so many products are looked at together. */
const productsAtOnce = 5000

/** What would become of an attribute's values, all of them looked at. */
export async function previewRework(code: string, body: ReworkBody): Promise<ReworkReport> {
  const db = database()
  const rework = await understood(db, code, body)
  const report = emptyReport(rework)
  const id = rework.setup.attributeIds.get(code)!
  const asStored = ({ storefront, language, value }: ScannedValue): StoredValue => ({
    attribute: code,
    storefront: rework.setup.storefrontCodes.get(storefront) ?? null,
    language: language || null,
    value,
  })
  for (let last = 0; ;) {
    const products = await valuesAfter(db, id, { after: last, limit: productsAtOnce })
    if (products.length === 0) return report
    last = products.at(-1)!.id
    for (const { sku, list } of products) lookAt(sku, list.map(asStored), rework, report)
  }
}

/** Puts the change of an attribute with its values into the queue. */
export async function queueRework(person: Person, code: string, body: ReworkBody): Promise<string> {
  authorize(person, 'edit-types')
  const rework = await understood(database(), code, body)
  return inTransaction((tx) =>
    enqueue(tx, {
      kind: 'rework-attribute',
      title: emptyReport(rework).title,
      personId: person.id,
      input: { code, body },
    }),
  )
}

/**
 * Changes an attribute and all its values in one transaction and one step. Throws 409 where values would be lost that
 * may not be.
 */
export async function reworkAttribute(
  code: string,
  body: ReworkBody,
  personId: number | null,
  now: number,
  { onProgress, cancelled }: WorkControls = {},
): Promise<ReworkReport> {
  return inTransaction(async (tx) => {
    await lockRecord(tx.db, 'attributes', code)
    const rework = await understood(tx.db, code, body)
    const { setup, before, after } = rework
    const report = emptyReport(rework)
    const step = (report.step = await beginStep(tx, report.title, personId, now))
    const id = setup.attributeIds.get(code)!
    const ids = await rootsWithValues(tx.db, id)
    await attributes.write(tx, after, before, setup)
    await insertChanges(tx.db, [{ step, record: `attributes:${code}`, differences: [{ path: '', before, after }] }])
    const defaults = await reworkDefaults(tx, rework, step)
    await raiseStamp(tx.db, 'setup')
    const next = await readSetup(tx.db)
    for (let i = 0; i < ids.length; i += familiesAtOnce) {
      if (cancelled?.()) throw new Cancelled()
      const some = ids.slice(i, i + familiesAtOnce)
      await lockFamilies(tx, some)
      await reworkFamilies(tx, [...(await loadFamilies(tx.db, next, some)).values()], rework, next, report, step, now)
      if (report.lost > 0 && !body.lose)
        throw new Problem(
          409,
          'Values would be lost',
          `${report.lost} or more values do not fit the changed attribute. Nothing has been changed.`,
        )
      onProgress?.(Math.min(i + familiesAtOnce, ids.length), ids.length)
    }
    for (const type of defaults) await refreshFactsOfType(tx, type)
    await attributes.invalidate!(tx, { before, after, code }, next)
    return report
  })
}

async function reworkFamilies(
  tx: Tx,
  families: StoredFamily[],
  rework: Rework,
  next: StoredSetup,
  report: ReworkReport,
  step: number,
  now: number,
) {
  const set = new WriteSet(next, step)
  for (const family of families) {
    const list = [family.root, ...family.variants].flatMap((product) => {
      const values = lookAt(
        product.sku,
        product.values.filter((v) => v.attribute === rework.before.code),
        rework,
        report,
      )
      return values.length > 0
        ? [{ product: product as StoredProduct, patch: { fields: {}, values, basePrices: [] } }]
        : []
    })
    changeFamily(family, list, set, next, now)
  }
  // Facts change their kind with the attribute, even where the value reads the same: all are derived anew.
  await writeFamilies(tx, set, families)
  await writeOwnFacts(tx, next, families)
}

/**
 * Defaults of product types follow too; one that cannot goes. Returns the types whose products read another default
 * now.
 */
async function reworkDefaults(tx: Tx, { setup, before, after, body }: Rework, step: number): Promise<string[]> {
  const touched: string[] = []
  for (const type of setup.types.values()) {
    const use = type.attributes.find((a) => a.attribute === before.code)
    if (!use || use.default === null) continue
    const value = fitting()
    function fitting() {
      try {
        return reworkValue(use!.default!, before, after, body.instead)
      } catch (e) {
        if (e instanceof ValueProblem) return null
        throw e
      }
    }
    touched.push(type.code)
    if (same(value, use.default)) continue
    const changed: ProductType = {
      ...type,
      attributes: type.attributes.map((a) => (a === use ? { ...a, default: value } : a)),
    }
    await types.write(tx, changed, type, setup)
    const difference = { path: '', before: type, after: changed }
    await insertChanges(tx.db, [{ step, record: `product-types:${type.code}`, differences: [difference] }])
  }
  return touched
}
