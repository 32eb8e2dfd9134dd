import { sql } from 'drizzle-orm'
import { countOf, type Problems, storedWhole } from './kind'

export const blockKinds = storedWhole('block-kinds', {
  name: 'block type',
  stamp: 'content',
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
  async deletionBlockers(tx, record) {
    const n = await countOf(tx.db, sql`piece where block_kind = ${record.code}`)
    return n > 0 ? [`${n} ${n === 1 ? 'block fills' : 'blocks fill'} its fields.`] : []
  },
  undoneWithStep: true,
  contentKey: 'blockKinds',
})
