import { effectScope, nextTick, ref, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { ProductDocument, ProductPatchBody } from '../../contracts/product'
import { useProductPatch, type ValueWrite } from '../../app/components/product/useProductPatch'

// Two people on one product: what the second writes is not lost, and does not write over the first.

type Problem = { status: number; title: string; detail: string; current?: unknown }
const ApiProblem = (globalThis as never as { ApiProblem: new (p: Problem) => Error }).ApiProblem

const document = (more: Partial<ProductDocument> = {}) =>
  ({ sku: 'KZ-1100', tags: ['new'], stock: 4, status: 'enabled', values: [], prices: [], ...more }) as ProductDocument

const sent: { body: ProductPatchBody; headers: Record<string, string> }[] = []
const problems: string[] = []
let refusal: Problem | undefined
let written = 0
let scope: EffectScope

beforeEach(() => {
  sent.length = problems.length = written = 0
  refusal = undefined
  scope = effectScope()
  Object.assign(globalThis, {
    tellProblem: (e: Error) => problems.push(e.message),
    call: (_name: string, { body, headers }: (typeof sent)[number]) => {
      sent.push({ body, headers })
      return refusal ? Promise.reject(new ApiProblem(refusal)) : Promise.resolve(document())
    },
  })
})
afterEach(() => scope.stop())

function opened(seen = document()) {
  const sku = ref(seen.sku)
  const patch = scope.run(() =>
    useProductPatch(
      () => sku.value,
      () => seen,
      () => {
        written++
      },
    ),
  )!
  return { ...patch, sku }
}
const changed = (current: ProductDocument): Problem => ({
  status: 412,
  title: 'Changed by somebody else',
  detail: 'Somebody else has changed this.',
  current,
})

describe('fields', () => {
  it('are written with what was seen of each, and of no other', async () => {
    const { patchFields } = opened(document({ prices: [{ storefront: 'uk', special: null, amount: 60 }] as never }))
    expect(await patchFields({ tags: ['new', 'rain'], stock: 3, prices: [{ storefront: 'uk', amount: 58 }] })).toBe(
      true,
    )
    expect(sent[0]!.body.bases).toMatchObject({ tags: ['new'], stock: 4 })
    expect(Object.keys(sent[0]!.body.bases!).sort()).toEqual(['price@uk', 'stock', 'tags'])
    expect(written).toBe(1)
  })
  it('that somebody else changed stay apart, with what both wrote', async () => {
    const { patchFields, conflicts } = opened()
    refusal = changed(document({ tags: ['sale'], stock: 4 }))
    expect(await patchFields({ tags: ['rain'], stock: 2 })).toBe(false)
    expect(conflicts.value).toEqual([{ path: 'tags', mine: ['rain'], theirs: ['sale'] }])
    // What the other wrote is shown.
    expect([written, problems]).toEqual([1, []])
  })
  it('are written over the other’s where that is decided, over what stands there then', async () => {
    const { patchFields, conflicts, keepMine } = opened()
    refusal = changed(document({ tags: ['sale'] }))
    await patchFields({ tags: ['rain'] })
    refusal = undefined
    expect(await keepMine()).toBe(true)
    expect(sent.at(-1)!.body).toMatchObject({ tags: ['rain'], bases: { tags: ['sale'] } })
    expect(conflicts.value).toEqual([])
  })
  it('are still not written over a third one’s', async () => {
    const { patchFields, conflicts, keepMine } = opened()
    refusal = changed(document({ tags: ['sale'] }))
    await patchFields({ tags: ['rain'] })
    refusal = changed(document({ tags: ['third'] }))
    expect(await keepMine()).toBe(false)
    expect(conflicts.value).toEqual([{ path: 'tags', mine: ['rain'], theirs: ['third'] }])
  })
  it('stay the other’s where that is decided', async () => {
    const { patchFields, conflicts, keepTheirs } = opened()
    refusal = changed(document({ tags: ['sale'] }))
    await patchFields({ tags: ['rain'] })
    keepTheirs()
    expect([conflicts.value, sent.length]).toEqual([[], 1])
  })
  it('that are not valid are told, and nothing is in conflict', async () => {
    const { patchFields, conflicts } = opened()
    refusal = { status: 422, title: 'Not valid', detail: 'A stock is a whole number.' }
    expect(await patchFields({ stock: 1.5 })).toBe(false)
    expect([problems, conflicts.value, written]).toEqual([['A stock is a whole number.'], [], 0])
  })
  it('are another product’s matter once that is shown', async () => {
    const { patchFields, conflicts, sku } = opened()
    refusal = changed(document({ tags: ['sale'] }))
    await patchFields({ tags: ['rain'] })
    sku.value = 'KZ-1200'
    await nextTick()
    expect(conflicts.value).toEqual([])
  })
})

describe('a value', () => {
  const write: ValueWrite = { attribute: 'summary', storefront: null, language: 'fr-CH', value: 'Mon', base: 'Avant' }

  it('is saved', async () => {
    const { patchValue } = opened()
    expect(await patchValue(write)).toEqual({ state: 'saved' })
    expect(sent[0]!.body).toEqual({ values: [write] })
  })
  it('that somebody else wrote first is given back, of its own scope', async () => {
    const { patchValue } = opened()
    const value = (language: string, text: string) => ({
      attribute: 'summary',
      storefront: null,
      language,
      value: text,
    })
    refusal = changed(document({ values: [value('de-CH', 'Ihr'), value('fr-CH', 'Leur')] as never }))
    expect(await patchValue(write)).toEqual({ state: 'overtaken', theirs: 'Leur' })
    refusal = changed(document())
    expect(await patchValue(write)).toEqual({ state: 'overtaken', theirs: null })
  })
  it('that is refused is told', async () => {
    const { patchValue } = opened()
    refusal = { status: 422, title: 'Not valid', detail: 'Too long.' }
    expect([await patchValue(write), problems]).toEqual([{ state: 'refused' }, ['Too long.']])
  })
  it('lets what is no answer of the server through', async () => {
    const { patchValue } = opened()
    Object.assign(globalThis, { call: () => Promise.reject(new TypeError('a fault of ours')) })
    await expect(patchValue(write)).rejects.toThrow('a fault of ours')
  })
})
