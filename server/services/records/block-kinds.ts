import { eq, sql } from 'drizzle-orm'
import { blockKindRecord } from '@contracts/records'
import type { BlockKind } from '@core/page/block-kind'
import * as t from '../../db/schema'
import { blockKindOf } from '../../db/queries/content'
import { countOf, first, type Problems, type RecordKind } from './kind'

export const blockKinds: RecordKind<BlockKind> = {
  name: 'block type',
  action: 'edit-content',
  stamp: 'content',
  schema: blockKindRecord,
  async read(db, code) {
    const row = await first(db.select().from(t.blockKind).where(eq(t.blockKind.code, code)))
    return row && { record: blockKindOf(row), version: row.version }
  },
  async check(record, before, _setup, tx) {
    const problems: Problems = []
    const gone = before?.fields.filter((f) => !record.fields.some((x) => x.code === f.code && x.type === f.type)) ?? []
    for (const f of gone) {
      const n = await countOf(
        tx.db,
        sql`
          piece_text x join piece p on p.id = x.piece_id, jsonb_array_elements(coalesce(x.entries, '[]')) e
          where p.block_kind = ${record.code} and coalesce(e ->> ${f.code}, '') <> ''
        `,
      )
      if (n > 0)
        problems.push({
          path: 'fields',
          message:
            `The field “${f.code}” is filled ${n} times in blocks. Clear it there before you remove it or change it to ` +
            'another type.',
        })
    }
    return { record, problems }
  },
  async write(tx, r) {
    const row = { name: r.name, fields: r.fields, many: r.many }
    await tx.db
      .insert(t.blockKind)
      .values({ code: r.code, ...row })
      .onConflictDoUpdate({ target: t.blockKind.code, set: { ...row, version: sql`${t.blockKind.version} + 1` } })
  },
  async deletionBlockers(tx, record) {
    const n = await countOf(tx.db, sql`piece where block_kind = ${record.code}`)
    return n > 0 ? [`${n} ${n === 1 ? 'block fills' : 'blocks fill'} its fields.`] : []
  },
  async remove(tx, record) {
    await tx.db.delete(t.blockKind).where(eq(t.blockKind.code, record.code))
  },
}
