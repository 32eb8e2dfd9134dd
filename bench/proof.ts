import { sql } from 'drizzle-orm'
import { assemblePage } from '@core/page/assemble'
import { database } from '@server/db/connect'
import { loadContent } from '@server/db/queries/content'
import { loadFamilyOf } from '@server/db/queries/families'
import { loadLibrary } from '@server/db/queries/media'
import { loadSetup, raiseStamp } from '@server/db/queries/setup'
import * as t from '@server/db/schema'
import { proof } from '@server/services/proof/proof'
import { seeded } from '@core/numbers/seeded'
import { note, quantile, times } from './measure'

/** Five hundred assignments of a hundred pieces, with rules of every usual kind. */
export async function fillAssignments() {
  const db = database()
  await db.execute(sql`delete from assignment where code like 'bench-%'`)
  await db.execute(sql`delete from piece where code like 'bench-%'`)
  const next = seeded(500)
  const pick = <T>(list: readonly T[]) => list[Math.floor(next() * list.length)]!
  const pieces = await db
    .insert(t.piece)
    .values(
      Array.from({ length: 100 }, (_, i) => ({
        code: `bench-${i}`,
        kind: 'tab',
        name: `Bench ${i}`,
        note: '',
        needed: [],
      })),
    )
    .returning({ id: t.piece.id })
  await db.insert(t.pieceText).values(
    pieces.map((p, i) => ({
      pieceId: p.id,
      storefrontId: 0,
      language: 'en-GB',
      title: `Title ${i}`,
      body:
        '<p>Holds <data value="attribute:volume"></data> and weighs <strong><data ' +
        `value="attribute:weight"></data></strong>.</p><ul><li>Text ${i}</li><li>More</li></ul>`,
      states: {},
    })),
  )
  const conditions = [
    () => ({ field: 'type', is: 'equals', value: pick(['pannier', 'lock', 'rack', 'gloves']) }),
    () => ({ field: 'price', is: 'below', value: `${20 + Math.floor(next() * 80)} GBP` }),
    () => ({ field: 'category', is: 'equals', value: pick(['bags', 'clothing', 'on-the-bike']) }),
    () => ({ field: 'attribute:weight', is: 'above', value: `${Math.floor(next() * 2000)} g` }),
    () => ({ field: 'brand', is: 'one-of', value: [pick(['oxbrook', 'kazemori']), 'tarnwheel'] }),
    () => ({ field: 'name', is: 'contains', value: pick(['regn', 'market', 'a']) }),
    () => ({ none: [{ field: 'tags', is: 'equals', value: 'old' }] }),
  ]
  await db.insert(t.assignment).values(
    Array.from({ length: 500 }, (_, i) => ({
      code: `bench-${i}`,
      name: `Bench ${i}`,
      pieces: [`bench-${i % 100}`],
      area: 'details',
      order: i,
      resting: false,
      limits: { storefronts: [], languages: [], groups: [], from: null, to: null },
      reach: {
        base: 'rule' as const,
        rule: { all: [pick(conditions)(), pick(conditions)(), pick(conditions)()] } as never,
        chosen: [],
        added: [],
        leftOut: [],
        eachVariant: false,
      },
    })),
  )
  await raiseStamp(db, 'content')
}

/** The proof of one product with 500 assignments in force: whole, as the server answers it, and assembled in core. */
export async function benchProof() {
  await fillAssignments()
  const sku = (i: number) => `BN-${(i * 997) % 100_000}`
  const whole = await times(
    200,
    (i) => proof(sku(i), { storefront: 'uk', language: 'en-GB' }, Date.now()).then(JSON.stringify),
    20,
  )
  const page = await proof(sku(7), { storefront: 'uk', language: 'en-GB' }, Date.now())
  note(
    'Proof with 500 assignments on the server, written out as JSON, 95th percentile',
    quantile(whole, 0.95),
    40,
    ' ms',
    `median ${quantile(whole, 0.5).toFixed(1)} ms, ${page.areas.details!.length} parts shown, ` +
      `${page.left_out.length} left out`,
  )
  const db = database()
  const setup = await loadSetup(db)
  const { assignments, pieces, sets } = await loadContent(db, setup)
  const families = await Promise.all(Array.from({ length: 50 }, (_, i) => loadFamilyOf(db, setup, sku(i))))
  const library = await loadLibrary(db, [])
  const lens = { storefront: 'uk', language: 'en-GB', group: null, moment: Date.now() }
  const core = await times(
    400,
    (i) =>
      assemblePage({
        family: families[i % 50]!,
        sku: families[i % 50]!.root.sku,
        lens,
        setup,
        assignments,
        pieces,
        sets,
        own: [],
        library,
        related: {},
      }),
    100,
  )
  note(
    'The same assembled in core, 95th percentile',
    quantile(core, 0.95),
    2,
    ' ms',
    `median ${quantile(core, 0.5).toFixed(2)} ms`,
  )
}
