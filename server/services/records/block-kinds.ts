import { countBlocks, countFilled } from '../../db/queries/references'
import { touchAllPages } from '../../db/queries/page-touches'
import { type Problems, storedWhole } from './kind'

export const blockKinds = storedWhole('block-kinds', {
  name: 'block type',
  stamp: 'content',
  async check(record, before, _setup, tx) {
    const problems: Problems = []
    const gone = before?.fields.filter((f) => !record.fields.some((x) => x.code === f.code && x.type === f.type)) ?? []
    for (const f of gone) {
      const n = await countFilled(tx.db, record.code, f.code)
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
    const n = await countBlocks(tx.db, record.code)
    return n > 0 ? [`${n} ${n === 1 ? 'block fills' : 'blocks fill'} its fields.`] : []
  },
  // A piece may hold its blocks anywhere.
  invalidate: touchAllPages,
  undoneWithStep: true,
  contentKey: 'blockKinds',
})
