import type { Value } from '@core/attributes/attribute'
import { currentAt, same } from '@core/catalogue/patch'
import type { ProductPatchBody, ProductDocument } from '@contracts/product'

/** A value that is to be written over the one that was seen. */
export interface ValueWrite {
  attribute: string
  storefront: string | null
  language: string | null
  value: Value | null
  base: Value | null
}

/** How a value was written: it stands, or why it does not; where somebody else was quicker, with what stands there. */
export type WriteResult = { state: 'saved' } | { state: 'refused' } | { state: 'overtaken'; theirs: Value | null }

/** A field that somebody else changed before what was written here could be saved. */
export interface FieldConflict {
  path: string
  mine: unknown
  theirs: unknown
}

/** The paths that a body writes, beside its values, and what it makes of each. */
function wishesOf({ values: _values, bases: _bases, prices = [], ...fields }: ProductPatchBody): Map<string, unknown> {
  const wishes = new Map<string, unknown>(Object.entries(fields))
  for (const { storefront, amount } of prices) wishes.set(`price@${storefront}`, amount)
  return wishes
}

/**
 * Writes changes of a product, each over what was seen of it. Whatever somebody else changed meanwhile is not written
 * over, and what was written here is not lost: it stands in `conflicts` until a person decides.
 */
export function useProductPatch(sku: () => string, product: () => ProductDocument | undefined, written: () => void) {
  const conflicts = shallowRef<FieldConflict[]>([])
  /** What was refused, and the product as it was then: what is decided now is decided over that. */
  let refused: { body: ProductPatchBody; current: ProductDocument } | undefined
  watch(sku, () => {
    conflicts.value = []
  })

  async function send(body: ProductPatchBody): Promise<ProductDocument | ApiProblem> {
    try {
      const changed = await call('patchProduct', { params: { sku: sku() }, body, headers: { 'If-Match': '*' } })
      written()
      return changed
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      // What somebody else wrote is shown, too.
      if (e.problem.status === 412) written()
      return e
    }
  }

  /** Fields, base prices and special prices. Returns whether they were saved. */
  async function patchFields(body: ProductPatchBody, seen = product()): Promise<boolean> {
    const wishes = wishesOf(body)
    const bases = Object.fromEntries([...wishes.keys()].map((path) => [path, currentAt(seen!, path) ?? null]))
    const answer = await send({ ...body, bases })
    if (!(answer instanceof ApiProblem)) {
      conflicts.value = []
      return true
    }
    const current = answer.problem.current as ProductDocument | undefined
    if (answer.problem.status !== 412 || !current) {
      tellProblem(answer)
      return false
    }
    refused = { body, current }
    conflicts.value = [...wishes].flatMap(([path, mine]) => {
      const theirs = currentAt(current, path) ?? null
      return same(theirs, bases[path]) ? [] : [{ path, mine, theirs }]
    })
    return false
  }

  async function patchValue(write: ValueWrite): Promise<WriteResult> {
    const answer = await send({ values: [write] })
    if (!(answer instanceof ApiProblem)) return { state: 'saved' }
    const current = answer.problem.current as ProductDocument | undefined
    if (answer.problem.status === 412 && current) {
      const there = current.values.find(
        (v) => v.attribute === write.attribute && v.storefront === write.storefront && v.language === write.language,
      )
      return { state: 'overtaken', theirs: there?.value ?? null }
    }
    tellProblem(answer)
    return { state: 'refused' }
  }

  return {
    conflicts,
    patchFields,
    patchValue,
    /** Writes over what somebody else wrote. */
    keepMine: () => patchFields(refused!.body, refused!.current),
    keepTheirs: () => {
      conflicts.value = []
    },
  }
}
