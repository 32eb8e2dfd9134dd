import { allowedProblem } from '../../attributes/allowed'
import type { Attribute, Value } from '../../attributes/attribute'
import { isRequired } from '../../attributes/required'
import { attributeTypes } from '../../attributes/types/registry'
import type { Condition } from '../../rules/condition'
import { pricesOf } from '../../rules/facts'
import type { Reading } from '../family'
import type { JudgedEdition } from '../prepare'
import type { Tally } from '../tally'
import { strands } from '../finding'

const strand = strands.indexOf('facts')

/** Whether what a condition reads can differ from storefront to storefront. Of conditions on fields not named here, it may. */
const sameEverywhere = new Set(['type', 'kind', 'brand', 'category', 'tags', 'sku', 'status', 'season', 'model', 'list'])
const known = new WeakMap<object, boolean>()
function isSameEverywhere(condition: Condition): boolean {
  let same = known.get(condition)
  if (same === undefined) known.set(condition, (same = [...JSON.stringify(condition).matchAll(/"field":"([^"]*)"/g)].every((m) => sameEverywhere.has(m[1]!))))
  return same
}

/** Required attributes are filled, what is filled is allowed, and there is a price. */
export function judgeFacts(reading: Reading, edition: JudgedEdition, tally: Tally): void {
  const { family, prepared } = reading
  const plan = prepared.plans.get(family.root.type)
  for (const { use, attribute } of plan?.facts ?? []) {
    const facts = () => reading.facts(use.requiredWhere && isSameEverywhere(use.requiredWhere) ? prepared.judged[0]! : edition)
    const required = isRequired(use, edition.storefront.code, facts, prepared.setup)
    if (!required && !attribute.allowed) continue
    const each = use.perVariant && family.variants.length > 0
    const members = each ? family.variants.map((_, i) => i + 1) : [0]
    const missing: number[] = []
    let problem: string | undefined
    for (const m of members) {
      const { value } = reading.value(attribute, m, edition)
      if (value === null) missing.push(m)
      else problem ??= outOfBounds(value, attribute)
    }
    const at = `attribute:${attribute.code}`
    if (required && missing.length > 0) {
      const said = each ? { said: { variants: missing.length, of: members.length, first: family.variants[missing[0]! - 1]!.sku } } : {}
      tally.miss({ code: 'fact-missing', level: 'blocker', at, fix: `fact-missing|${attribute.code}|${family.root.type}`, ...said })
    } else if (problem !== undefined) tally.miss({ code: 'fact-not-allowed', level: required ? 'blocker' : 'remark', at, fix: `fact-not-allowed|${attribute.code}|`, said: { problem } })
    else if (required) tally.pass(strand)
  }
  judgePrice(reading, edition, tally)
}

function outOfBounds(value: Value, attribute: Attribute): string | undefined {
  return attribute.allowed ? allowedProblem(value, attribute, attributeTypes[attribute.type])?.message : undefined
}

/** Everything that is sold here has a price, of its own or its parent's. What is sold elsewhere has it there. */
function judgePrice({ family }: Reading, { storefront }: JudgedEdition, tally: Tally): void {
  if (family.root.kind === 'elsewhere') return
  const sold = family.variants.length > 0 ? family.variants : [family.root]
  const without = sold.filter((p) => {
    const prices = pricesOf(p, family, storefront.code, storefront.timeZone)
    return prices.base === null && prices.specials.length === 0
  })
  if (without.length === 0) return tally.pass(strand)
  const some = without.length < sold.length
  tally.miss({ code: 'no-price', level: 'blocker', at: 'price', fix: `no-price||${storefront.code}`, said: { currency: storefront.currency, ...(some ? { variants: without.length, of: sold.length, first: without[0]!.sku } : {}) } })
}
