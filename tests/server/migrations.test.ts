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
