import { sql, type SQL } from 'drizzle-orm'
import { attributeTypes } from '@core/attributes/types/registry'
import { runningCampaigns } from '@core/assignments/campaign'
import { categoryAndBelow } from '@core/catalogue/model'
import { comparisonOf } from '@core/rules/comparison'
import type { RuleNode } from '@core/rules/condition'
import { dateOfDay, dayNumberIn } from '@core/moments/instant'
import type { FactLens } from '@core/rules/fact-shape'
import type { Comparison } from '@core/rules/operator-shape'
import { comparingOperators } from '@core/rules/operators'
import { scalarAttributes } from '@core/rules/scalar'
import { fourBytes, overWholeNumbers } from '@core/rules/whole'
import type { StoredSetup } from './setup'
import { changedWhere } from './versions'
import { likeText, likePattern } from './like'

export type TestNode = Extract<RuleNode, { kind: 'test' }>

/** What a rule is turned into SQL with: the set-up, the lens, the storefront's numbers, today's day number. */
interface Context {
  setup: StoredSetup
  lens: FactLens
  storefrontId: number
  currency: string
  timeZone: string
  today: number
}

const no = sql`false`
const list = (values: readonly (string | number)[]) =>
  sql.join(
    values.map((v) => sql`${v}`),
    sql`, `,
  )

/**
 * The first text after all that begin with a prefix, in code point order, which is the database's; undefined where none
 * comes after.
 */
function afterPrefix(prefix: string): string | undefined {
  const points = [...prefix]
  while (points.length > 0) {
    const last = points.pop()!.codePointAt(0)!
    if (last < 0x10ffff) return points.join('') + String.fromCodePoint(last === 0xd7ff ? 0xe000 : last + 1)
  }
  return undefined
}

/** A comparison of a column, which is never null where it is asked; `today` is the day number in the storefront. */
function compare(comparison: Comparison, column: SQL, today: number): SQL {
  switch (comparison.form) {
    case 'one-of': {
      const { values } = comparison
      return values.length === 1 ? sql`${column} = ${values[0]!}` : sql`${column} in (${list(values)})`
    }
    case 'flag':
      return sql`${column} = ${comparison.flag ? 1 : 0}`
    case 'text':
      return compareText(comparison, column)
    case 'range':
      return compareRange(comparison, column)
    case 'last-days':
      return sql`${column} between ${today - comparison.days} and ${today}`
    case 'present':
    case 'absent':
      // That there is a value is asked around the comparison.
      return sql`true`
  }
}

function compareText({ part, text }: Extract<Comparison, { form: 'text' }>, column: SQL): SQL {
  switch (part) {
    case 'contains':
      return sql`${column} like ${likePattern(text)}`
    case 'starts-with': {
      const end = afterPrefix(text)
      return end === undefined ? sql`${column} >= ${text}` : sql`(${column} >= ${text} and ${column} < ${end})`
    }
    case 'ends-with':
      return sql`${column} like ${`%${likeText(text)}`}`
    case 'pattern':
      return sql`${column} like ${likeText(text).replace(/\*/g, '%').replace(/\?/g, '_')}`
  }
}

function compareRange({ from, to }: Extract<Comparison, { form: 'range' }>, column: SQL): SQL {
  if (from && to && !from.open && !to.open) return sql`${column} between ${from.value} and ${to.value}`
  const ends = [
    ...(from ? [from.open ? sql`${column} > ${from.value}` : sql`${column} >= ${from.value}`] : []),
    ...(to ? [to.open ? sql`${column} < ${to.value}` : sql`${column} <= ${to.value}`] : []),
  ]
  return sql.join(ends, sql` and `)
}

/** A comparison of a column of four bytes, which holds whole numbers only; never null where it is asked. */
function compareWhole(comparison: Comparison, column: SQL): SQL {
  if (comparison.form === 'absent') return sql`true`
  const over = overWholeNumbers(comparison, fourBytes)
  switch (over.kind) {
    case 'none':
      return no
    case 'all':
      return sql`true`
    case 'some':
      return over.numbers.length === 1
        ? sql`${column} = ${over.numbers[0]!}`
        : sql`${column} in (${list(over.numbers)})`
    case 'range':
      if (over.to === fourBytes.most) return sql`${column} >= ${over.from}`
      return over.from === fourBytes.least
        ? sql`${column} <= ${over.to}`
        : sql`${column} between ${over.from} and ${over.to}`
  }
}

/** Where a condition looks: at roots, or, within `variant`, at the row `v` that is sold by itself. */
type At = 'root' | 'variant'

const rowOf = (at: At, own: boolean) => (at === 'variant' && own ? sql.raw('v') : sql.raw('r'))

/** Whether a test asks that there is no value, or only that there is one. */
const isAbsent = (node: TestNode) => comparisonOf(node).form === 'absent'
const asksPresence = (node: TestNode) => comparisonOf(node).form === 'present' || isAbsent(node)

/** A condition on a column of the product's own row. `own` columns belong to variants. */
function onRow(node: TestNode, column: (row: SQL) => SQL, at: At, own: boolean, comparison: (c: SQL) => SQL): SQL {
  const absent = isAbsent(node)
  const c = column(rowOf(at, own))
  if (!own || at === 'variant') return absent ? sql`${c} is null` : sql`(${c} is not null and ${comparison(c)})`
  const inner = column(sql.raw('l'))
  const exists = sql`r.id in (select l.root_id from product l where l.is_leaf and ${inner} is not null and ${comparison(inner)})`
  return absent ? sql`(${exists}) is not true` : exists
}

/** The values of plain attributes as their facts. An index has them where a column is asked not to be null. */
const scalarFacts = sql`(select attribute_id, 0 as storefront_id, product_id as root_id, product_id, num, txt from value)`

/** Where the facts of an attribute stand that are one number or short text each. */
export const factsOfAttribute = (code: string, setup: StoredSetup): SQL =>
  scalarAttributes(setup).has(code) ? scalarFacts : sql`fact`

/** The facts that meet a test, from their table on. */
function factsMeeting(node: TestNode, { setup, storefrontId, today }: Context): SQL {
  const { field } = node
  const id = setup.attributeIds.get(field.attribute!)!
  const attribute = setup.attributes.get(field.attribute!)!
  const { ruleKind } = attributeTypes[attribute.type]
  const long = ruleKind === 'long' || field.language !== null
  const column = sql.raw(
    ruleKind === 'number' || ruleKind === 'measure' || ruleKind === 'date' || ruleKind === 'yes-no' ? 'f.num' : 'f.txt',
  )
  const comparison = compare(comparisonOf(node), column, today)
  const language = long ? sql`and f.language = ${field.language ?? ''}` : sql``
  return sql`
    from ${long ? sql`fact_text` : factsOfAttribute(attribute.code, setup)} f where f.attribute_id = ${id}
    and f.storefront_id in (0, ${storefrontId}) ${language} and ${column} is not null and ${comparison}
  `
}

function onFacts(node: TestNode, at: At, context: Context): SQL {
  const where = factsMeeting(node, context)
  // A fact stands at the variant where its type says so, else at the root.
  const found =
    at === 'variant'
      ? sql`exists (select 1 ${where} and f.root_id = v.root_id and (f.product_id = v.id or f.product_id = v.root_id))`
      : sql`r.id in (select f.root_id ${where})`
  return isAbsent(node) ? sql`(${found}) is not true` : found
}

/**
 * The numbers of what has a price that meets a test, as queries whose answers are taken together; none where the
 * storefront's currency is another.
 */
function pricesMeeting(node: TestNode, key: SQL, { lens, storefrontId, currency, today }: Context): SQL[] {
  const { operand, field } = node
  if (operand.currency !== null && operand.currency !== currency) return []
  const comparison = compare(comparisonOf(node), sql`p.amount`, today)
  const base = sql`select p.${key} from fact_price p where p.storefront_id = ${storefrontId} and not p.special and ${comparison}`
  if (field.name === 'basePrice') return [base]
  const now = new Date(lens.moment).toISOString()
  const holds = (s: SQL) => sql`
    ${s}.special and ${s}.storefront_id = ${storefrontId} and (${s}.from_at is null or ${s}.from_at <= ${now})
    and (${s}.to_at is null or ${s}.to_at > ${now})
      and (${s}.group_code is null or ${s}.group_code = ${lens.group})`
  // Of the special prices that hold, one: by priority, made for the group, then the shortest window, then the lowest.
  const specials = sql`select distinct on (s.product_id) s.product_id, s.root_id, s.amount from fact_price s where ${holds(sql`s`)}
      order by s.product_id, s.priority nulls last, s.group_code is null, s.to_at is null or s.from_at is null,
        s.to_at - s.from_at, s.amount`
  return [
    sql`${base} and not exists (select 1 from fact_price h where h.product_id = p.product_id and ${holds(sql`h`)})`,
    sql`select p.${key} from (${specials}) p where ${comparison}`,
  ]
}

function onPrice(node: TestNode, at: At, context: Context): SQL {
  const target = sql.raw(at === 'variant' ? 'v.id' : 'r.id')
  // Sets by themselves and not their union: the planner knows the size of each, and of a union nothing.
  const sets = pricesMeeting(node, sql.raw(at === 'variant' ? 'product_id' : 'root_id'), context)
  if (sets.length === 0) return no
  const found = sql`(${sql.join(
    sets.map((set) => sql`${target} in (${set})`),
    sql` or `,
  )})`
  return isAbsent(node) ? sql`(${found}) is not true` : found
}

function onAvailable(node: TestNode, at: At, { today }: Context): SQL {
  const day = dateOfDay(today)
  const may = (l: SQL) => sql`
    ((${l}.stock is null or ${l}.stock > 0) and (${l}.available_from is null or ${l}.available_from <= ${day}::date)
    and ${l}.status <> 'disabled'
    and not exists (select 1 from product q where q.id = ${l}.root_id and q.status = 'disabled'))`
  if (asksPresence(node)) return sql`${!isAbsent(node)}`
  const flag = node.operand.flag
  if (at === 'variant') return sql`(${may(sql`v`)} = ${flag})`
  return sql`r.id in (select l.root_id from product l where l.is_leaf and ${may(sql`l`)} = ${flag})`
}

/** Every text of the root in the source language. */
function onAnyText(node: TestNode, { setup, storefrontId, today }: Context): SQL {
  const texts = [...setup.attributes.values()].filter((a) => attributeTypes[a.type].isText)
  const idsOf = (list: typeof texts) => list.map((a) => setup.attributeIds.get(a.code)!)
  const [ids, plain] = [idsOf(texts), idsOf(texts.filter((a) => scalarAttributes(setup).has(a.code)))]
  const comparison = compare(comparisonOf(node), sql`f.txt`, today)
  const from = (table: string) =>
    sql`
      select f.root_id from ${sql.raw(table)} f where f.attribute_id in (${list(ids)})
      and f.storefront_id in (0, ${storefrontId}) and f.product_id = f.root_id
      and ${table === 'fact_text' ? sql`f.language = '' and` : sql``} ${comparison}
    `
  const inPlainFacts =
    plain.length === 0
      ? sql``
      : sql`
        union all
        select f.root_id from ${scalarFacts} f
        where f.attribute_id in (${list(plain)}) and f.txt is not null and ${comparison}
      `
  const found = ids.length === 0 ? no : sql`r.id in (${from('fact')} union all ${from('fact_text')} ${inPlainFacts})`
  return isAbsent(node) ? sql`(${found}) is not true` : found
}

/** Whether a root is sold in a storefront now, for the group of the lens. */
function onSoldIn(node: TestNode, { setup, lens }: Context): SQL {
  const now = new Date(lens.moment).toISOString()
  const where = asksPresence(node)
    ? sql``
    : sql`and g.storefront_id in (${list(node.operand.texts.map((s) => setup.storefrontIds.get(s)!))})`
  const found = sql`
    (r.range = '[]'::jsonb
    or exists (select 1 from fact_range g where g.root_id = r.id ${where}
      and (g.from_at is null or g.from_at <= ${now}) and (g.to_at is null or g.to_at > ${now})
    and (g.group_code is null or g.group_code = ${lens.group})))`
  return isAbsent(node) ? sql`(${found}) is not true` : found
}

/** How one field is asked. */
type FieldQuery = (node: TestNode, at: At, context: Context) => SQL

/** A field that is a column of the product's row; `own` ones belong to variants. */
const asColumn =
  (column: (row: SQL, node: TestNode) => SQL, { own = false, whole = false } = {}): FieldQuery =>
  (node, at, { today }) => {
    const comparison = comparisonOf(node)
    return onRow(
      node,
      (row) => column(row, node),
      at,
      own,
      (c) => (whole ? compareWhole(comparison, c) : compare(comparison, c, today)),
    )
  }

/** A field of which every product has a value: a moment, asked by its day in the storefront. */
const asDay =
  (moment: SQL, found: (met: SQL) => SQL): FieldQuery =>
  (node, _at, { timeZone, today }) => {
    if (asksPresence(node)) return sql`${!isAbsent(node)}`
    const day = sql`((${moment} at time zone ${timeZone})::date - date '1970-01-01')`
    return found(compare(comparisonOf(node), day, today))
  }

/** What a root is in besides its main category stands in a list that few have. */
const onCategory: FieldQuery = (node, _at, { setup }) => {
  if (isAbsent(node)) return sql`(r.category is null and r.categories is null)`
  if (asksPresence(node)) return sql`(r.category is not null or r.categories is not null)`
  const codes = [...new Set(node.operand.texts.flatMap((c) => categoryAndBelow(setup, c)))]
  return sql`
    ((r.category is not null and r.category in (${list(codes)}))
    or (r.categories is not null and r.categories && array[${list(codes)}]::text[]))
  `
}

const onTags: FieldQuery = (node) => {
  if (asksPresence(node)) return isAbsent(node) ? sql`cardinality(r.tags) = 0` : sql`cardinality(r.tags) > 0`
  return sql`r.tags_folded && array[${list(node.operand.texts)}]::text[]`
}

const onLists: FieldQuery = (node) => {
  const codes = asksPresence(node) ? sql`` : sql`and n.code in (${list(node.operand.texts)})`
  const found = sql`r.id in (select m.product_id from list_member m join named_list n on n.id = m.list_id ${codes})`
  return isAbsent(node) ? sql`(${found}) is not true` : found
}

const onCampaign: FieldQuery = (node, _at, { setup, lens, timeZone }) => {
  const running = runningCampaigns(setup.campaigns.values(), lens.storefront, timeZone, lens.moment)
  const met = asksPresence(node)
    ? isAbsent(node) !== running.length > 0
    : running.some((c) => node.operand.texts.includes(c))
  return sql`${met}::boolean`
}

const onHasVariants: FieldQuery = (node) =>
  asksPresence(node) ? sql`${!isAbsent(node)}` : sql`((r.is_leaf = false) = ${node.operand.flag})`

/** How each field is asked that is no attribute and no fact of another system. */
const fieldQueries: Record<string, FieldQuery> = {
  sku: asColumn((r, { is }) => (comparingOperators[is].orders ? sql`${r}.sku_order` : sql`${r}.sku_folded`), {
    own: true,
  }),
  gtin: asColumn((r) => sql`${r}.gtin`, { own: true }),
  stock: asColumn((r) => sql`${r}.stock`, { own: true, whole: true }),
  type: asColumn((r) => sql`${r}.type`),
  brand: asColumn((r) => sql`${r}.brand`),
  status: asColumn((r) => sql`${r}.status`),
  kind: asColumn((r) => sql`${r}.kind`),
  minimum: asColumn((r) => sql`${r}.minimum`, { whole: true }),
  'available-from': asColumn((r) => sql`(${r}.available_from - date '1970-01-01')`),
  category: onCategory,
  tags: onTags,
  list: onLists,
  campaign: onCampaign,
  'sold-in': (node, _at, context) => onSoldIn(node, context),
  created: asDay(sql`r.created`, (met) => met),
  changed: asDay(sql`changed`, (met) => sql`r.id in (${changedWhere(met)})`),
  variant: onHasVariants,
  available: onAvailable,
  price: onPrice,
  basePrice: onPrice,
  'any-text': (node, _at, context) => onAnyText(node, context),
}

/** A fact of another system, by its name. */
const onCarried = (name: string): FieldQuery =>
  asColumn((r) => sql`nullif((${r}.carried_folded ->> ${name}) collate "C", '')`)

function test(node: TestNode, at: At, context: Context): SQL {
  const { field } = node
  if (field.attribute !== null) return onFacts(node, at, context)
  const query = field.name.startsWith('carried:')
    ? onCarried(field.name.slice('carried:'.length))
    : fieldQueries[field.name]
  if (!query) throw new Error(`The field ${field.name} has no reading in SQL.`)
  return query(node, at, context)
}

function rule(node: RuleNode, at: At, context: Context): SQL {
  switch (node.kind) {
    case 'test':
      return test(node, at, context)
    case 'variant': {
      const child = rule(node.child, 'variant', context)
      return at === 'variant'
        ? child
        : sql`exists (select 1 from product v where v.root_id = r.id and v.is_leaf and ${child})`
    }
    case 'all':
      return node.children.length === 0
        ? sql`true`
        : sql`(${sql.join(
            node.children.map((c) => rule(c, at, context)),
            sql` and `,
          )})`
    case 'any':
      return node.children.length === 0
        ? no
        : sql`(${sql.join(
            node.children.map((c) => rule(c, at, context)),
            sql` or `,
          )})`
    // Never NOT (…): where a part is unknown, the complement of "any" is true.
    case 'none':
      return node.children.length === 0
        ? sql`true`
        : sql`((${sql.join(
            node.children.map((c) => rule(c, at, context)),
            sql` or `,
          )}) is not true)`
  }
}

function contextOf(lens: FactLens, setup: StoredSetup): Context {
  const storefront = setup.storefronts.get(lens.storefront)!
  return {
    setup,
    lens,
    storefrontId: setup.storefrontIds.get(lens.storefront)!,
    currency: storefront.currency,
    timeZone: storefront.timeZone,
    today: dayNumberIn(storefront.timeZone, lens.moment),
  }
}

/**
 * The roots that meet one test, as queries by their numbers where it is asked of facts alone and no product need be
 * looked at; a root may come more than once.
 */
export function rootsMeeting(node: TestNode, lens: FactLens, setup: StoredSetup): SQL[] | undefined {
  if (isAbsent(node)) return undefined
  const context = contextOf(lens, setup)
  if (node.field.attribute !== null) return [sql`select f.root_id ${factsMeeting(node, context)}`]
  return node.field.name === 'price' || node.field.name === 'basePrice'
    ? pricesMeeting(node, sql`root_id`, context)
    : undefined
}

/**
 * A checked rule as a condition over `product r`, the roots; with `eachVariant` over `product v`,
 * what is sold by itself, joined to its root as `r`.
 */
export function ruleToSql(node: RuleNode, lens: FactLens, setup: StoredSetup, eachVariant = false): SQL {
  return rule(node, eachVariant ? 'variant' : 'root', contextOf(lens, setup))
}
