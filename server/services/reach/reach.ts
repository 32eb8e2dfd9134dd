import { explainReach, prepareAssignment, type PreparedAssignment, type Reach } from '@core/assignments/assignment'
import { countBits, without, type Bitmap } from '@core/assignments/bitmap'
import type { Limits } from '@core/assignments/limits'
import { checkCondition } from '@core/rules/check'
import { RuleError, type Condition, type RuleNode, type RulePlaces } from '@core/rules/condition'
import { compileExplainer } from '@core/rules/explain'
import type { FactLens } from '@core/rules/fact-shape'
import { factsOf } from '@core/rules/facts'
import { fromJsonLogic } from '@core/rules/json-logic-in'
import { toJsonLogic, type JsonLogic } from '@core/rules/json-logic-out'
import { inlineAddresses } from '@core/richtext/read'
import { sentenceOf } from '@core/rules/sentence'
import { database, type Db } from '../../db/connect'
import { loadContent } from '../../db/queries/content'
import { loadFamilyOf, memberOf, type StoredFamily } from '../../db/queries/families'
import { namesOfSkus } from '../../db/queries/product-lists'
import { fillOfReaches, findByRule } from '../../db/queries/reach'
import { firstBySku } from '../../db/queries/reach-bits'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { unprocessable, notFound } from '../problem'
import { beginAsking, groupOf, reachesIn } from './cached-reach'

/** A lens as it comes over the wire; without one: the first storefront, no group, now. */
export interface LensBody {
  storefront?: string
  group?: string | null
  at?: string
}

/** A lens with nothing left open. Throws a 422 problem for a storefront or group that there is not. */
export function lensOf(setup: StoredSetup, body: LensBody | undefined, now: number): FactLens {
  const storefront = body?.storefront ?? [...setup.storefronts.keys()][0]
  if (storefront === undefined || !setup.storefronts.has(storefront))
    throw unprocessable('The lens is not valid.', [
      { path: 'lens.storefront', message: `There is no storefront “${storefront ?? ''}”.` },
    ])
  const group = body?.group || null
  if (group !== null && !setup.groups.has(group))
    throw unprocessable('The lens is not valid.', [
      { path: 'lens.group', message: `There is no customer group “${group}”.` },
    ])
  return { storefront, group, moment: body?.at ? Date.parse(body.at) : now }
}

interface RuleBody {
  condition?: unknown
  logic?: JsonLogic
  lens?: LensBody
}

function ruleOf(setup: StoredSetup, body: RuleBody, lens: FactLens) {
  try {
    const places: RulePlaces = new WeakMap()
    const condition =
      body.logic === undefined
        ? body.condition
        : fromJsonLogic(body.logic, setup, setup.storefronts.get(lens.storefront)!.currency, places)
    return { condition: condition as Condition, node: checkCondition(condition, setup, places) }
  } catch (e) {
    throw ruleProblem(e, body.logic === undefined ? 'condition' : 'logic')
  }
}

/** A rule's problems as a 422 problem, their paths beginning with where the rule stands. */
export function ruleProblem(e: unknown, root: string): unknown {
  return e instanceof RuleError
    ? unprocessable(
        'The rule is not valid.',
        e.problems.map((p) => ({ path: [root, p.path].filter(Boolean).join('.'), message: p.message })),
      )
    : e
}

/** A filter of products as a checked rule; null is all of them. Throws a 422 problem where it does not fit. */
export function filterOf(setup: StoredSetup, filter: unknown): RuleNode | null {
  if (filter === undefined || filter === null) return null
  try {
    return checkCondition(filter, setup)
  } catch (e) {
    throw ruleProblem(e, 'filter')
  }
}

/** The products that a rule finds. */
export async function reach(body: RuleBody & { cursor?: string; limit: number }, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const lens = lensOf(setup, body.lens, now)
  const { node } = ruleOf(setup, body, lens)
  return findByRule(db, setup, node, lens, { after: body.cursor, limit: body.limit })
}

/**
 * Why a rule or an assignment reaches a product, or why not: the tree of conditions, and the rule in its other
 * readings.
 */
export async function explain(body: RuleBody & { assignment?: string; sku: string }, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const lens = lensOf(setup, body.lens, now)
  const family = await loadFamilyOf(db, setup, body.sku)
  if (!family) throw notFound(`product “${body.sku}”`)
  if (body.assignment !== undefined) {
    const assignment = (await loadContent(db, setup)).assignments.find((a) => a.code === body.assignment)
    if (!assignment) throw notFound(`assignment “${body.assignment}”`)
    const { reached, ...answer } = reachOfOne(body.sku, family, assignment, lens, setup)
    const { base, rule } = assignment.reach
    return {
      ...answer,
      met: reached,
      sentence: reachSentence(assignment.reach, setup),
      logic: base === 'rule' ? toJsonLogic(checkCondition(rule, setup)) : null,
    }
  }
  const { condition, node } = ruleOf(setup, body, lens)
  const explanation = compileExplainer(node)(factsOf(family, lens, setup))
  return {
    sku: body.sku,
    asked: family.root.sku,
    met: explanation.met,
    explanation,
    sentence: sentenceOf(condition, setup),
    logic: toJsonLogic(node),
  }
}

/** One sentence on which products a reach means. */
export function reachSentence(r: Reach, setup: StoredSetup): string {
  const base =
    r.base === 'everything'
      ? 'All products'
      : r.base === 'chosen'
        ? `${r.chosen.length} chosen ${r.chosen.length === 1 ? 'product' : 'products'}`
        : r.rule === null
          ? 'No rule yet'
          : sentenceOf(r.rule, setup)
  const added = r.added.length > 0 ? `, and ${r.added.length} added` : ''
  const left = r.leftOut.length > 0 ? `, except ${r.leftOut.length} excluded` : ''
  return `${base}${added}${left}${r.eachVariant ? ', matched per variant' : ''}`
}

/**
 * What an assignment that is being written would reach: how many and a sample, what it gains and loses against the
 * saved one, the sentence, JsonLogic; and for one product, whether and why.
 */
export async function tryAssignment(
  body: { reach: Reach; limits: Limits; saved: string | null; lens?: LensBody; sku: string | null },
  now: number,
) {
  const db = database()
  const setup = await loadSetup(db)
  const wanted = lensOf(setup, body.lens, now)
  // Reach is asked in the lens's storefront, or, where the limits leave it out, in the first that they allow.
  const allowed = body.limits.storefronts
  const lens =
    allowed.length > 0 && !allowed.includes(wanted.storefront) && setup.storefronts.has(allowed[0]!)
      ? { ...wanted, storefront: allowed[0]! }
      : wanted
  try {
    const prepared = prepareAssignment(
      {
        code: '',
        number: 0,
        name: '',
        pieces: [],
        sets: [],
        reach: body.reach,
        limits: body.limits,
        area: 'details',
        order: 0,
        replaces: null,
        resting: false,
      },
      setup,
    )
    const saved =
      body.saved === null ? undefined : (await loadContent(db, setup)).assignments.find((a) => a.code === body.saved)
    const asking = await beginAsking(db, setup)
    const found = await asking.bits.members(body.reach, lens)
    // What the saved one reaches is known where it is asked for as pages are shown now; else most conditions are those
    // of the new one.
    const isKept = saved && !saved.reach.eachVariant && body.lens?.at === undefined && lens.group === groupOf(saved)
    const before =
      saved &&
      (isKept
        ? (await reachesIn(db, setup, [saved], lens.storefront, now, asking)).get(saved.number)!
        : await asking.bits.members(saved.reach, lens))
    const [sample, gained, lost] = await Promise.all([
      firstBySku(db, found, 60),
      before && changedBy(db, without(found, before)),
      before && changedBy(db, without(before, found)),
    ])
    const family = body.sku === null ? undefined : await loadFamilyOf(db, setup, body.sku)
    if (body.sku !== null && !family)
      throw unprocessable('There is no such product.', [{ path: 'sku', message: `There is no product “${body.sku}”.` }])
    const shown = [...(family ? [family.root.sku] : []), ...sample, ...(gained?.skus ?? []), ...(lost?.skus ?? [])]
    const names = await namesOfSkus(db, setup, shown)
    const named = (skus: readonly string[]) => skus.map((sku) => ({ sku, name: names.get(sku) ?? sku }))
    const product = family
      ? { ...reachOfOne(body.sku!, family, prepared, lens, setup), name: names.get(family.root.sku) ?? body.sku! }
      : null
    const node =
      body.reach.base === 'rule' ? checkCondition(body.reach.rule, setup) : checkCondition({ all: [] }, setup)
    return {
      storefront: lens.storefront,
      count: countBits(found),
      sample: named(sample),
      gained: gained ? { count: gained.count, sample: named(gained.skus) } : null,
      lost: lost ? { count: lost.count, sample: named(lost.skus) } : null,
      sentence: reachSentence(body.reach, setup),
      logic: toJsonLogic(node),
      product,
    }
  } catch (e) {
    throw ruleProblem(e, 'reach.rule')
  }
}

const changedBy = async (db: Db, bits: Bitmap) => ({ count: countBits(bits), skus: await firstBySku(db, bits, 50) })

/** Whether and why a reach has a product of a family, and which SKU was asked: the parent's, or the variant's own. */
function reachOfOne(
  sku: string,
  family: StoredFamily,
  prepared: PreparedAssignment,
  lens: FactLens,
  setup: StoredSetup,
) {
  const facts = factsOf(family, lens, setup)
  const product = memberOf(family, sku)
  const each = prepared.reach.eachVariant && product !== family.root
  const skus = prepared.reach.eachVariant
    ? [sku, family.root.sku]
    : [family.root.sku, ...family.variants.map((v) => v.sku)]
  const answer = explainReach(prepared, skus, each ? facts.variants![family.variants.indexOf(product)]! : facts)
  return { sku, asked: each ? sku : family.root.sku, ...answer }
}

/**
 * What inline values of a piece can name: the attributes that the products of its assignments have or should have,
 * with the number that is filled, and the storefront's facts. A piece that is not assigned yet could go anywhere.
 */
export async function reachFill(body: { piece: string | null; storefront?: string }, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const lens = lensOf(setup, body.storefront ? { storefront: body.storefront } : undefined, now)
  const { assignments, pieces, sets } = await loadContent(db, setup)
  const using =
    body.piece === null
      ? []
      : assignments.filter(
          (a) => a.pieces.includes(body.piece!) || a.sets.some((s) => sets.get(s)?.questions.includes(body.piece!)),
        )
  const piece = pieces.get(body.piece ?? '')
  const named = piece
    ? [
        ...piece.needed,
        ...(piece.takes === null ? piece.texts.flatMap((t) => inlineAddresses(t.body)) : [`attribute:${piece.takes}`]),
      ].flatMap((a) => (a.startsWith('attribute:') ? [a.slice(10)] : []))
    : []
  const everywhere: Reach = { base: 'everything', rule: null, chosen: [], added: [], leftOut: [], eachVariant: false }
  const { count, filled, types, sample } = await fillOfReaches(
    db,
    setup,
    using.length > 0 ? using.map((a) => a.reach) : [everywhere],
    lens,
    named,
  )
  const meant = new Set(types.flatMap((t) => setup.types.get(t)?.attributes.map((a) => a.attribute) ?? []))
  const attributes = [...setup.attributes.values()]
    .filter(
      (a) => !unfitForInline.has(a.type) && !unfitForInline.has(a.code) && (meant.has(a.code) || filled.has(a.code)),
    )
    .map((a) => ({
      address: `attribute:${a.code}`,
      label: a.labels[setup.source] ?? a.code,
      filled: filled.get(a.code) ?? 0,
    }))
    .sort((a, b) => b.filled - a.filled || (a.label < b.label ? -1 : 1))
  const facts = Object.keys(setup.storefronts.get(lens.storefront)!.facts).map((f) => ({
    address: `storefront:${f}`,
    label: `Storefront: ${f.replaceAll('-', ' ')}`,
    filled: count,
  }))
  return {
    count,
    assigned: using.map((a) => ({ code: a.code, name: a.name })),
    sample,
    values: [...attributes, ...facts],
  }
}

/** Pictures and lists do not stand inside a sentence, and a description would hold itself. */
const unfitForInline: ReadonlySet<string> = new Set(['media', 'key-points', 'description'])
