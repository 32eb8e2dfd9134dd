import { beforeAll, describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { sql } from 'drizzle-orm'
import { checkCondition } from '@core/rules/check'
import { factsOf } from '@core/rules/facts'
import { compilePredicate } from '@core/rules/predicate'
import { prepareAssignment, isReached, reachReason, type Reach } from '@core/assignments/assignment'
import { noLimits } from '@core/assignments/limits'
import { byCodePoint } from '@core/text/fold'
import type { Family } from '@core/catalogue/model'
import { aCondition, aFamily } from '../catalogues'
import { someMoment } from '../world'
import { ownDatabase } from './database'

ownDatabase()
const { database, inTransaction } = await import('@server/db/connect')
const { loadSetup } = await import('@server/db/queries/setup')
const { findByRule } = await import('@server/db/queries/reach')
const { firstBySku, ReachBits } = await import('@server/db/queries/reach-bits')
const { highestProduct } = await import('@server/db/queries/cached-reach')
const { reserveProductIds, beginStep, writeProducts } = await import('@server/db/queries/write-products')
type Stored = import('@server/db/queries/families').StoredFamily

let families: Family[] = []

/** Writes generated families as an import would: with values, prices and derived facts. */
beforeAll(async () => {
  families = fc.sample(aFamily, { numRuns: 160, seed: 4870 })
  await inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const products = families.flatMap((f) => [f.root, ...f.variants])
    const ids = await reserveProductIds(tx, products.length)
    const stored = new Map(
      products.map((p, i) => [p, { ...p, id: ids[i]!, version: 1, marks: new Map(), hashes: new Map() }]),
    )
    const storedFamilies = families.map((f) => ({
      root: stored.get(f.root)!,
      variants: f.variants.map((v) => stored.get(v)!),
    })) as Stored[]
    const writes = [...stored.values()].map((after) => ({
      before: null,
      after,
      differences: [
        ...after.values.map((v) => ({
          path:
            v.storefront || v.language
              ? `attribute:${v.attribute}@${v.storefront ?? ''}/${v.language ?? ''}`
              : `attribute:${v.attribute}`,
          before: null,
          after: v.value,
        })),
        { path: 'specials', before: null, after: after.prices },
      ],
    }))
    await writeProducts(tx, setup, writes, storedFamilies, new Set(), await beginStep(tx, 'Test', null, someMoment))
    // What is in a list is written with the list.
    for (const f of storedFamilies)
      for (const code of f.root.lists)
        await tx.db.execute(
          sql`insert into list_member select id, ${f.root.id}::int from named_list where code = ${code}`,
        )
  })
})

const lenses = fc.record({
  storefront: fc.constantFrom('uk', 'ch'),
  group: fc.constantFrom(null, 'club', 'workshop'),
  moment: fc.constantFrom(someMoment, someMoment + 36 * 3_600_000),
})

describe('rules in the database and in memory', () => {
  it('find the same products, with variants, missing values and special prices', async () => {
    const setup = await loadSetup(database())
    let found = 0
    await fc.assert(
      fc.asyncProperty(aCondition, lenses, async (rule, lens) => {
        const node = checkCondition(rule, setup)
        const meets = compilePredicate(node)
        const here = families
          .filter((f) => meets(factsOf(f, lens, setup)))
          .map((f) => f.root.sku)
          .sort(byCodePoint)
        const there = await findByRule(database(), setup, node, lens, { limit: 1000 })
        expect(there.skus).toEqual(here)
        expect(there.count).toBe(here.length)
        found += here.length
      }),
      { numRuns: 300, seed: 4870 },
    )
    expect(found).toBeGreaterThan(3000)
  })

  it('find the same variants where each variant is asked', async () => {
    const setup = await loadSetup(database())
    await fc.assert(
      fc.asyncProperty(aCondition, lenses, async (rule, lens) => {
        const node = checkCondition(rule, setup)
        const meets = compilePredicate(node, true)
        const here = families
          .flatMap((f) => {
            const facts = factsOf(f, lens, setup)
            return (f.variants.length > 0 ? f.variants : [f.root])
              .filter((_, i) => meets(facts.variants![i]!))
              .map((p) => p.sku)
          })
          .sort(byCodePoint)
        expect((await findByRule(database(), setup, node, lens, { limit: 1000, eachVariant: true })).skus).toEqual(here)
      }),
      { numRuns: 160, seed: 4871 },
    )
  })

  it('agree on added and left out, variants standing for their parents', async () => {
    const setup = await loadSetup(database())
    const skus = families.flatMap((f) => [f.root.sku, ...f.variants.map((v) => v.sku)])
    const some = fc.subarray(skus, { maxLength: 12 })
    const reach = fc.record({
      base: fc.constantFrom('everything', 'rule', 'chosen') as fc.Arbitrary<Reach['base']>,
      rule: aCondition,
      chosen: some,
      added: some,
      leftOut: some,
      eachVariant: fc.boolean(),
    })
    // One for all: what was asked through one lens must not answer through another.
    const bits = new ReachBits(database(), setup, await highestProduct(database()))
    await fc.assert(
      fc.asyncProperty(
        reach,
        lenses.map((l) => ({ ...l, moment: someMoment })),
        async (r, lens) => {
          const prepared = prepareAssignment(
            {
              code: '',
              number: 0,
              name: '',
              pieces: [],
              sets: [],
              reach: r,
              limits: noLimits(),
              area: 'details',
              order: 0,
              replaces: null,
              resting: false,
            },
            setup,
          )
          const here = families
            .flatMap((f) => {
              const facts = factsOf(f, lens, setup)
              if (!r.eachVariant)
                return isReached(reachReason(prepared, [f.root.sku, ...f.variants.map((v) => v.sku)], facts))
                  ? [f.root.sku]
                  : []
              return (f.variants.length > 0 ? f.variants : [f.root])
                .filter((p, i) => isReached(reachReason(prepared, [p.sku, f.root.sku], facts.variants![i]!)))
                .map((p) => p.sku)
            })
            .sort(byCodePoint)
          expect(await firstBySku(database(), await bits.members(r, lens), 1000)).toEqual(here)
          const roots = new Set(
            here.map((sku) => families.find((f) => [f.root, ...f.variants].some((p) => p.sku === sku))!.root.sku),
          )
          expect(await firstBySku(database(), await bits.roots(r, lens), 1000)).toEqual([...roots].sort(byCodePoint))
        },
      ),
      { numRuns: 200, seed: 4872 },
    )
  })

  it('make `none` the exact complement of `any`', async () => {
    const setup = await loadSetup(database())
    const all = families.length
    for (const field of ['attribute:weight', 'name', 'stock', 'price']) {
      const test =
        field === 'price'
          ? { field, is: 'below', value: '40 GBP' }
          : field === 'name'
            ? { field, is: 'contains', value: 'regn' }
            : field === 'stock'
              ? { field, is: 'above', value: 1 }
              : { field, is: 'above', value: '500 g' }
      const count = async (rule: unknown) =>
        (
          await findByRule(
            database(),
            setup,
            checkCondition(rule, setup),
            { storefront: 'uk', group: null, moment: someMoment },
            { limit: 1 },
          )
        ).count
      expect((await count({ any: [test] })) + (await count({ none: [test] })), field).toBe(all)
    }
  })

  it('page by code point', async () => {
    const setup = await loadSetup(database())
    const node = checkCondition({ all: [] }, setup)
    const lens = { storefront: 'uk', group: null, moment: someMoment }
    const seen: string[] = []
    for (let after: string | undefined; ;) {
      const page = await findByRule(database(), setup, node, lens, { limit: 37, after })
      seen.push(...page.skus)
      if (page.next === null) break
      after = page.next
    }
    expect(seen).toEqual(families.map((f) => f.root.sku).sort(byCodePoint))
  })
})
