import { readFileSync } from 'node:fs'
import jsonLogic from 'json-logic-js'
import { checkCondition } from '@core/rules/check'
import { compileExplainer } from '@core/rules/explain'
import { factsOf } from '@core/rules/facts'
import { toJsonLogic } from '@core/rules/json-logic-out'
import { compilePredicate } from '@core/rules/predicate'
import { connections, database } from '@server/db/connect'
import { loadFamilies } from '@server/db/queries/families'
import { findByRule } from '@server/db/queries/reach'
import { loadSetup } from '@server/db/queries/setup'
import { settleTables } from '@server/db/queries/write-products'
import { note, quantile, times } from './measure'

const fourConditions = {
  all: [
    { field: 'type', is: 'one-of', value: ['pannier', 'handlebar-bag'] },
    { field: 'brand', is: 'equals', value: 'oxbrook' },
    { field: 'attribute:weight', is: 'below', value: '1 kg' },
    { field: 'name', is: 'starts-with', value: 'regn' },
  ],
}
const withPrices = {
  all: [
    { field: 'category', is: 'equals', value: 'clothing' },
    { field: 'price', is: 'between', value: ['10 GBP', '60 GBP'] },
    {
      variant: {
        all: [
          { field: 'attribute:size', is: 'equals', value: 'S' },
          { field: 'stock', is: 'above', value: 1 },
        ],
      },
    },
    { none: [{ field: 'brand', is: 'equals', value: 'oxbrook' }] },
  ],
}
const longer = {
  all: [
    {
      any: [
        { field: 'category', is: 'equals', value: 'bags' },
        { field: 'category', is: 'equals', value: 'clothing' },
      ],
    },
    { field: 'attribute:weight', is: 'between', value: ['200 g', '1.8 kg'] },
    {
      none: [
        { field: 'brand', is: 'equals', value: 'oxbrook' },
        { field: 'tags', is: 'equals', value: 'old' },
      ],
    },
    { field: 'name', is: 'contains', value: 'r' },
    { field: 'price', is: 'below', value: '90 GBP' },
  ],
}

/** Reach in the database against a query by hand on a flat table; the predicate in memory against json-logic-js. */
export async function benchReach() {
  const db = database()
  const setup = await loadSetup(db)
  const lens = { storefront: 'uk', group: null, moment: Date.now() }
  const pool = connections()
  await pool.query(readFileSync('bench/reference/flat-table.sql', 'utf8'))
  await settleTables(db)
  const byHand = readFileSync('bench/reference/four-conditions.sql', 'utf8')

  const node = checkCondition(fourConditions, setup)
  const ours = await findByRule(db, setup, node, lens, { limit: 1000 })
  const theirs = (await pool.query<{ count: number; skus: string[] }>(byHand)).rows[0]!
  if (ours.count !== theirs.count || ours.skus.join() !== theirs.skus.join())
    throw new Error('The rule and the query by hand find different products.')
  const against = async () => {
    const [a, b] = [
      await times(60, () => findByRule(db, setup, node, lens, { limit: 1000 })),
      await times(60, () => pool.query(byHand)),
    ]
    return {
      ratio: quantile(a, 0.5) / quantile(b, 0.5),
      detail:
        `${quantile(a, 0.5).toFixed(1)} ms against ${quantile(b, 0.5).toFixed(1)} ms by hand, ${ours.count} ` + 'found',
    }
  }
  const plain = await against()
  note(
    'Reach of four conditions over 100,000 products, against a flat typed table',
    plain.ratio,
    1.5,
    ' ×',
    plain.detail,
  )
  await pool.query(readFileSync('bench/reference/flat-table-indexes.sql', 'utf8'))
  const indexed = await against()
  note(
    'The same, the flat table given an index on each column asked (for information)',
    indexed.ratio,
    null,
    ' ×',
    indexed.detail,
  )

  const priced = checkCondition(withPrices, setup)
  const found = await findByRule(db, setup, priced, lens, { limit: 1000 })
  const c = await times(60, () => findByRule(db, setup, priced, lens, { limit: 1000 }))
  note(
    'Reach with price and variant conditions, 95th percentile',
    quantile(c, 0.95),
    150,
    ' ms',
    `median ${quantile(c, 0.5).toFixed(1)} ms, ${found.count} found`,
  )

  const { rows } = await pool.query<{ id: number }>(
    "select id from product where id = root_id and sku like 'BN-%' order by id limit 200",
  )
  const families = [
    ...(
      await loadFamilies(
        db,
        setup,
        rows.map((r) => r.id),
      )
    ).values(),
  ]
  const facts = families.map((f) => factsOf(f, lens, setup))
  const rule = checkCondition(longer, setup)
  const [meets, explain, logic] = [compilePredicate(rule), compileExplainer(rule), toJsonLogic(rule)]
  let met = 0
  for (const f of facts) {
    if (meets(f) !== Boolean(jsonLogic.apply(logic, f))) throw new Error('The predicate and JsonLogic disagree.')
    if (meets(f)) met++
  }
  // A page asks hundreds of rules of one product's facts, so the facts of this many products stay at hand.
  const over = (work: (f: (typeof facts)[number]) => unknown) =>
    times(
      60,
      () => {
        for (let i = 0; i < 10; i++) for (const f of facts) work(f)
      },
      10,
    )
  const [p, e, j] = [await over(meets), await over(explain), await over((f) => jsonLogic.apply(logic, f))]
  const each = (t: number[]) => `${((quantile(t, 0.5) / facts.length / 10) * 1000).toFixed(2)} µs`
  note(
    'Predicate in memory, as fast as json-logic-js',
    quantile(j, 0.5) / quantile(p, 0.5),
    12,
    ' ×',
    `${each(p)} against ${each(j)}, ${met} of ${facts.length} met`,
    true,
  )
  note(
    'The same with its explanation',
    quantile(j, 0.5) / quantile(e, 0.5),
    1,
    ' ×',
    `${each(e)} against ${each(j)}`,
    true,
  )
}
