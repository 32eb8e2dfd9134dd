import { effectScope, nextTick, shallowRef } from 'vue'
import { afterEach, describe, expect, it } from 'vitest'
import { missingValue } from '@core/values/resolve'
import type { ProductDocument, ResolvedDocument } from '../../contracts/product'
import { openStores } from './shop'

const { useValueGroups } = await import('../../app/components/product/useValueGroups')

const scopes: { stop(): void }[] = []
afterEach(() => scopes.splice(0).forEach((s) => s.stop()))

const item = (attribute: string, more: Partial<ResolvedDocument> = {}): ResolvedDocument => ({
  ...missingValue(attribute),
  shown: null,
  required: false,
  forCarrier: null,
  onVariants: null,
  ...more,
})
const filled = (attribute: string, more: Partial<ResolvedDocument> = {}) =>
  item(attribute, { value: 'something', origin: 'own', counts: true, ...more })

/** The groups of a pair of gloves in one edition, with what changes them. */
async function groupsOf(items: ResolvedDocument[]) {
  await openStores()
  const column = shallowRef(items)
  const product = shallowRef({ sku: 'G-1', type: 'glove', variants: [] } as unknown as ProductDocument)
  const scope = effectScope()
  scopes.push(scope)
  const all = scope.run(() =>
    useValueGroups(
      () => product.value,
      () => [column.value],
    ),
  )!
  await nextTick()
  return { ...all, column, product, facts: () => all.groups.value[0]! }
}

describe('the values of a product in groups', () => {
  it('have what is required first, then what is there; the empty rest is folded', async () => {
    const { facts } = await groupsOf([filled('weight'), item('size', { required: true })])
    expect(facts().shown.slice(0, 2)).toEqual(['size', 'weight'])
    expect(facts().folded).toContain('material')
    expect(facts()).toMatchObject({ required: 1, filled: 0 })
  })
  it('count a required one as there where all variants have it, and not where one lacks it', async () => {
    const held = (missing: number) => ({ shown: ['S'], different: 1, missing, of: 3 })
    const { facts, column } = await groupsOf([item('size', { required: true, onVariants: held(0) })])
    expect(facts()).toMatchObject({ required: 1, filled: 1 })
    column.value = [item('size', { required: true, onVariants: held(1) })]
    expect(facts()).toMatchObject({ required: 1, filled: 0 })
  })
  it('keep in sight what is cleared, until another product is opened', async () => {
    const { facts, column, product } = await groupsOf([filled('weight')])
    column.value = [item('weight')]
    await nextTick()
    expect(facts().shown).toContain('weight')
    product.value = { ...product.value, sku: 'G-2' }
    await nextTick()
    expect(facts().folded).toContain('weight')
  })
  it('are unfolded on demand, and pictures stand apart', async () => {
    const { facts, unfold, hasPictures, isRequired } = await groupsOf([filled('pictures', { required: true })])
    unfold(facts().folded)
    expect(facts().folded).toEqual([])
    expect(facts().shown).not.toContain('pictures')
    expect([hasPictures.value, isRequired('pictures')]).toEqual([true, true])
  })
  it('have a group for facts beside the type, those that are being added too', async () => {
    const { groups, added } = await groupsOf([filled('beside-the-type')])
    added.value = ['another']
    await nextTick()
    expect(groups.value.at(-1)).toMatchObject({ code: 'own', shown: ['beside-the-type', 'another'] })
  })
})
