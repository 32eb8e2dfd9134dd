import { pieceKinds } from '../../db/queries/content-records'
import { invalidateAll } from '../readiness/due'
import { type Problems, storedWhole } from './kind'
import { namedByAssignments, namedByProducts } from './uses'

export const questionSets = storedWhole('question-sets', {
  name: 'question set',
  stamp: 'content',
  async check(record, _before, _setup, tx) {
    const problems: Problems = []
    const there = new Map((await pieceKinds(tx.db)).map((p) => [p.code, p]))
    // A product picks questions and sets by one list of codes.
    if (there.has(record.code))
      problems.push({ path: 'code', message: `A piece is called “${record.code}” already. Choose another code.` })
    record.questions.forEach((c, i) => {
      const piece = there.get(c)
      if (!piece) problems.push({ path: `questions[${i}]`, message: `There is no piece “${c}”.` })
      else if (piece.kind !== 'question')
        problems.push({ path: `questions[${i}]`, message: `“${c}” is a ${piece.kind}, not a question.` })
      else if (piece.ownOf !== null)
        problems.push({
          path: `questions[${i}]`,
          message: `“${c}” belongs to the product ${piece.ownOf} alone. Make it reusable first.`,
        })
    })
    return { record, problems }
  },
  async deletionBlockers(tx, record, setup) {
    return [...(await namedByAssignments(tx.db, record.code)), ...(await namedByProducts(tx.db, setup, record.code))]
  },
  invalidate: invalidateAll,
  undoneWithStep: true,
  contentKey: 'questionSets',
})
