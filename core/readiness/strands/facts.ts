import { isRequired } from '../../attributes/required'
import { differsByStorefront, readsOnlyRecord } from '../../rules/differs'
import type { Reading } from '../family'
import type { EvaluatedEdition, PlanPlace } from '../prepare'
import type { Tally } from '../tally'
import { fixOf, placeOf, strands } from '../finding'

const strand = strands.indexOf('facts')

/** Required attributes are filled, what is filled is allowed, and there is a price. */
export function evaluateFacts(reading: Reading, edition: EvaluatedEdition, tally: Tally): void {
  const { family, prepared } = reading
  const plan = prepared.plans.get(family.root.type)
  for (const place of plan?.facts ?? []) {
    const { use, attribute } = place
    const required = asks(place, reading, edition)
    if (!required && !attribute.allowed) continue
    const { missing, of, problem } = reading.held(place, edition)
    const at = placeOf('attribute', attribute.code)
    if (required && missing.length > 0) {
      const details =
        use.perVariant && of > 1
          ? { details: { variants: missing.length, of, first: family.variants[missing[0]! - 1]!.sku } }
          : {}
      tally.miss({
        code: 'fact-missing',
        level: 'blocker',
        at,
        fix: fixOf('fact-missing', attribute.code, family.root.type),
        ...details,
      })
    } else if (problem !== undefined)
      tally.miss({
        code: 'fact-not-allowed',
        level: required ? 'blocker' : 'remark',
        at,
        fix: fixOf('fact-not-allowed', attribute.code),
        details: { problem },
      })
    else if (required) tally.pass(strand)
  }
  evaluatePrice(reading, edition, tally)
  evaluateParts(reading, tally)
  evaluateSubstance(reading, edition, tally)
}

/** So many of the facts that would help most are named. */
const named = 3

/** Whether there is enough to write a text from, and what would help most; worth a look, and no blocker by itself. */
function evaluateSubstance(reading: Reading, edition: EvaluatedEdition, tally: Tally): void {
  const { thin, facts, of, help } = reading.substance(edition)
  if (!thin) return
  const { attributes, source } = reading.prepared.setup
  const words = help.slice(0, named).map((code) => `“${attributes.get(code)?.labels[source] ?? code}”`)
  tally.note({
    code: 'thin',
    level: 'remark',
    at: placeOf('attribute', help[0]!),
    fix: 'thin||',
    details: {
      facts,
      of,
      help: words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}` : words[0]!,
    },
  })
}

/**
 * Whether a product's type asks for a fact here; asked once for all storefronts where its condition reads the same in
 * all.
 */
export function asks({ use }: PlanPlace, reading: Reading, edition: EvaluatedEdition): boolean {
  if (!use.required) return false
  const { setup, evaluated } = reading.prepared
  return isRequired(
    use,
    edition.storefront.code,
    () => {
      const where = use.requiredWhere!
      return readsOnlyRecord(where)
        ? reading.record()
        : reading.facts(differsByStorefront(where, setup) ? edition : evaluated[0]!)
    },
    setup,
  )
}

/** Everything that is sold here has a price, of its own or its parent's. What is sold elsewhere has it there. */
function evaluatePrice({ family }: Reading, { storefront }: EvaluatedEdition, tally: Tally): void {
  if (family.root.kind === 'elsewhere') return
  const sold = family.variants.length > 0 ? family.variants : [family.root]
  const has = (p: typeof family.root) => p.prices.some((x) => x.storefront === storefront.code)
  // A variant without prices of its own here has its parent's.
  const without = has(family.root) ? [] : sold.filter((p) => !has(p))
  if (without.length === 0) return tally.pass(strand)
  const some = without.length < sold.length
  tally.miss({
    code: 'no-price',
    level: 'blocker',
    at: 'price',
    fix: fixOf('no-price', '', storefront.code),
    details: {
      currency: storefront.currency,
      ...(some ? { variants: without.length, of: sold.length, first: without[0]!.sku } : {}),
    },
  })
}

/** A set says what is in it. */
function evaluateParts({ family: { root } }: Reading, tally: Tally): void {
  if (root.kind !== 'set') return
  if (root.relations.some((relation) => relation.kind === 'part')) tally.pass(strand)
  else tally.miss({ code: 'no-parts', level: 'blocker', at: 'relations', fix: 'no-parts||' })
}
