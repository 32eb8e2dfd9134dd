import { readFile, readdir } from 'node:fs/promises'
import path from 'node:path'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'

// What an upgrade does with what an older version stored: the migrations up to one, some rows, and that one.

const folder = path.resolve('server/db/migrations')
const name = 'inkloom_migrations'
const admin = process.env.INKLOOM_TEST_ADMIN_URL!

async function withAdmin(statement: string) {
  const client = new pg.Client({ connectionString: admin })
  await client.connect()
  await client.query(statement)
  await client.end()
}

let db: pg.Client
beforeAll(async () => {
  await withAdmin(`drop database if exists ${name} with (force)`)
  await withAdmin(`create database ${name}`)
  db = new pg.Client({ connectionString: admin.replace(/\/[^/]*$/, `/${name}`) })
  await db.connect()
})
afterAll(async () => {
  await db.end()
  await withAdmin(`drop database if exists ${name} with (force)`)
})

/** Runs the migrations whose numbers lie between two, both included. */
async function migrate(from: number, to: number) {
  const files = (await readdir(folder)).filter((file) => file.endsWith('.sql')).sort()
  for (const file of files.slice(from, to + 1)) {
    const statements = (await readFile(path.join(folder, file), 'utf8')).split('--> statement-breakpoint')
    for (const statement of statements) await db.query(statement)
  }
}

describe('records that had tables of their own', () => {
  it('are stored whole, with every part', async () => {
    await migrate(0, 24)
    await db.query(`
      insert into campaign (code, name, note, storefronts, from_local, to_local)
        values ('frost', 'Frost', 'Cold', '{uk,ch}', '2026-12-01', null);
      insert into named_rule (code, name, note, rule)
        values ('small', 'Small', '', '{"all": [{"field": "stock", "is": "present"}]}');
      insert into block_kind (code, name, fields, many)
        values ('care', 'Care', '[{"code": "step", "label": "Step", "type": "line"}]', true);
      insert into question_set (code, name, note, questions) values ('mounting', 'Mounting', '', '{how,where}');
      insert into house_style (code, field, storefront, language, settings)
        values ('names', 'name', null, 'de-DE', '{"words": null}');
      insert into recipe (code, name, note, storefront, steps) values ('first', 'First texts', '', 'uk', '[]');
      insert into term (code, part_of_speech, note, languages)
        values ('rack', 'noun', '', '{"en-GB": {"term": "rack", "forbidden": ["carrier"], "note": ""}}');
    `)
    await migrate(25, 25)
    const { rows } = await db.query<{ kind: string; body: object }>('select kind, body from record order by kind')
    expect(Object.fromEntries(rows.map((r) => [r.kind, r.body]))).toEqual({
      'block-kinds': {
        code: 'care',
        name: 'Care',
        fields: [{ code: 'step', label: 'Step', type: 'line' }],
        many: true,
      },
      campaigns: {
        code: 'frost',
        name: 'Frost',
        note: 'Cold',
        storefronts: ['uk', 'ch'],
        from: '2026-12-01',
        to: null,
      },
      glossary: {
        code: 'rack',
        partOfSpeech: 'noun',
        note: '',
        languages: { 'en-GB': { term: 'rack', forbidden: ['carrier'], note: '' } },
      },
      'house-styles': { code: 'names', field: 'name', storefront: null, language: 'de-DE', settings: { words: null } },
      'named-rules': { code: 'small', name: 'Small', note: '', rule: { all: [{ field: 'stock', is: 'present' }] } },
      'question-sets': { code: 'mounting', name: 'Mounting', note: '', questions: ['how', 'where'] },
      recipes: { code: 'first', name: 'First texts', note: '', storefront: 'uk', steps: [] },
    })
  })
})

describe('tables and reports that have other names', () => {
  it('hold what they held', async () => {
    await migrate(26, 27)
    await db.query(`
      insert into person (id, email, name, password_hash, role, languages)
        values (1, 'maren@tarnwheel.example', 'Maren', '', 'manager', '{}');
      insert into kept (kind, name, person_id, shared, content)
        values ('view', 'Racks', 1, true, '{"columns": ["name"]}');
      insert into change_stretch (set_id, stretch, products) values (7, 2, repeat('01', 512)::bit(1024));
      insert into twin (digest, other) values ('a', 'b');
      insert into job (id, kind, title, state, input, created, result) values
        ('undone', 'undo', 'Undo: Import', 'done', '{}', now(),
          '{"products": 2, "kept": [{"sku": "B-1", "path": "stock"}], "keptCount": 1}'),
        ('rework', 'rework-attribute', 'Changed', 'done', '{}', now(), '{"values": 4, "kept": 3}'),
        ('import', 'import', 'Import', 'done', '{}', now(), '{"kept": "as it was"}'),
        ('waits', 'import', 'Import', 'queued', '{}', now(), null);
    `)
    await migrate(28, 28)
    const saved = await db.query('select name, content from saved')
    expect(saved.rows).toEqual([{ name: 'Racks', content: { columns: ['name'] } }])
    await db.query(`insert into saved (kind, name, person_id, shared, content) values ('view', 'Bags', 1, false, '{}')`)
    const blocks = await db.query('select set_id::int, block, bit_count(products)::int as members from change_block')
    expect(blocks.rows).toEqual([{ set_id: 7, block: 2, members: 512 }])
    expect((await db.query('select digest, other from near_duplicate')).rows).toEqual([{ digest: 'a', other: 'b' }])
    const jobs = await db.query<{ id: string; result: object | null }>('select id, result from job order by id')
    expect(Object.fromEntries(jobs.rows.map((job) => [job.id, job.result]))).toEqual({
      import: { kept: 'as it was' },
      rework: { values: 4, unchanged: 3 },
      undone: { products: 2, skipped: [{ sku: 'B-1', path: 'stock' }], skippedCount: 1 },
      waits: null,
    })
  })
})

describe('prices', () => {
  it('have no priority until they are given one', async () => {
    await db.query(`
      insert into price (product_id, storefront_id, special, amount) values (1, 1, true, 40);
      insert into fact_price (storefront_id, root_id, product_id, special, amount) values (1, 1, 1, true, 40);
    `)
    await migrate(29, 29)
    expect((await db.query('select priority from price union all select priority from fact_price')).rows).toEqual([
      { priority: null },
      { priority: null },
    ])
  })
})

describe('columns and parts of records that have other names', () => {
  const split = { levels: [2], except: ['care'] }
  it('hold what they held, and so does the history', async () => {
    const layout = (cut: string) =>
      JSON.stringify({ off: false, exceptions: [{ name: '“cut”: x', change: { [cut]: split } }], [cut]: split })
    const source = (said: string) => ({ source: 'data-pool', [said]: { value: 20, unit: 'L' }, reason: '"said": x' })
    await db.query('delete from storefront')
    await db.query(
      `insert into storefront (id, code, position, name, currency, time_zone, editions, facts, layout)
        values (1, 'uk', 1, 'United Kingdom', 'GBP', 'Europe/London', '[]', '{}', $1)`,
      [layout('cut')],
    )
    await db.query(
      `insert into value_source (product_id, path, said, person_id) values (1, 'attribute:volume', $1, null)`,
      [JSON.stringify(source('said'))],
    )
    const changes: [string, unknown][] = [
      ['storefronts:uk', [['', { layout: { cut: null } }, { layout: { cut: split } }]]],
      ['product:B-1', [['source:attribute:volume', null, source('said')]]],
      ['product:B-2', [['attribute:name', 'said', 'cut']]],
    ]
    for (const [record, differences] of changes)
      await db.query('insert into change (step_id, record, differences) values (1, $1, $2)', [
        record,
        JSON.stringify(differences),
      ])
    await migrate(30, 30)
    expect((await db.query('select layout from storefront')).rows).toEqual([{ layout: JSON.parse(layout('split')) }])
    expect((await db.query('select statement from value_source')).rows).toEqual([{ statement: source('value') }])
    const history = await db.query<{ record: string; differences: unknown }>('select record, differences from change')
    expect(Object.fromEntries(history.rows.map((r) => [r.record, r.differences]))).toEqual({
      'storefronts:uk': [['', { layout: { split: null } }, { layout: { split } }]],
      'product:B-1': [['source:attribute:volume', null, source('value')]],
      'product:B-2': [['attribute:name', 'said', 'cut']],
    })
  })
})

describe('facts that may be stated not to apply', () => {
  it('are said by no type yet, and storefronts have no phrases and units of their own', async () => {
    await db.query(
      `insert into product_type (code, labels, groups, attributes, views)
        values ('bag', '{}', '[]', '[{"attribute": "name"}, {"attribute": "weight", "required": true}]', '{}')`,
    )
    await migrate(31, 31)
    const types = await db.query<{ attributes: object[] }>('select attributes from product_type')
    expect(types.rows[0]!.attributes).toEqual([
      { attribute: 'name', notApplicable: {} },
      { attribute: 'weight', required: true, notApplicable: {} },
    ])
    expect((await db.query('select carrier_units, added_phrases from storefront')).rows).toEqual([
      { carrier_units: null, added_phrases: [] },
    ])
  })
})
