import { refersTo } from '@core/attributes/types/registry'
import type { Db } from '../../db/connect'
import { assignmentsNaming, productsWithCode, rootsWithAnyCode } from '../../db/queries/references'
import type { StoredSetup } from '../../db/queries/setup'

const quoted = (names: readonly string[]) =>
  `${names
    .slice(0, 5)
    .map((n) => `“${n}”`)
    .join(', ')}${names.length > 5 ? ` and ${names.length - 5} more` : ''}`

/** Why a piece or question set cannot go: the assignments that bring or replace it. */
export async function namedByAssignments(db: Db, code: string): Promise<string[]> {
  const rows = await assignmentsNaming(db, code)
  const [bring, replace] = [rows.filter((r) => !r.replaces), rows.filter((r) => r.replaces)].map((l) =>
    l.map((r) => r.name),
  )
  return [
    ...(bring!.length > 0
      ? [
          `The ${bring!.length === 1 ? 'assignment' : 'assignments'} ${quoted(bring!)} ` +
            `${bring!.length === 1 ? 'brings' : 'bring'} it. Remove it there first.`,
        ]
      : []),
    ...(replace!.length > 0
      ? [
          `The ${replace!.length === 1 ? 'assignment' : 'assignments'} ${quoted(replace!)} ` +
            `${replace!.length === 1 ? 'takes' : 'take'} its place. Let ` +
            `${replace!.length === 1 ? 'it' : 'them'} replace another one first.`,
        ]
      : []),
  ]
}

/** The numbers of the attributes by which products pick questions and question sets. */
const pickingAttributes = (setup: StoredSetup): number[] =>
  [...setup.attributes.values()].filter((a) => refersTo(a, 'question')).map((a) => setup.attributeIds.get(a.code)!)

/** The roots of the products that pick any of some questions and question sets for themselves. */
export const rootsPicking = (setup: StoredSetup, codes: readonly string[]) =>
  rootsWithAnyCode(pickingAttributes(setup), codes)

/** Why a question or question set cannot go: the products that use it. */
export async function namedByProducts(db: Db, setup: StoredSetup, code: string): Promise<string[]> {
  const skus = await productsWithCode(db, pickingAttributes(setup), code, 6)
  return skus.length > 0 ? [`The products ${quoted(skus)} use it. Remove it there first.`] : []
}
