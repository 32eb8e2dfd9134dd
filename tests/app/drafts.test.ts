import { effectScope, nextTick, ref, shallowRef, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { useDraft } from '../../app/composables/useDraft'
import './setup'

interface Piece {
  code: string
  name: string
}
let scope: EffectScope
beforeEach(() => {
  scope = effectScope()
  localStorage.clear()
})
afterEach(() => scope.stop())

function opened(saved: Piece | undefined, key = 'pieces:a') {
  const stored = shallowRef(saved)
  const at = ref(key)
  const draft = scope.run(() =>
    useDraft<Piece>(
      () => at.value,
      () => stored.value,
    ),
  )!
  return { ...draft, stored, at }
}
const kept = (key = 'pieces:a') => JSON.parse(localStorage.getItem(`inkloom:${key}`) ?? 'null') as Piece | null

describe('a draft', () => {
  it('is kept in the browser while it differs from what is stored, and no longer', async () => {
    const { draft, changed } = opened({ code: 'a', name: 'Care' })
    expect([draft.value, changed.value, kept()]).toEqual([{ code: 'a', name: 'Care' }, false, null])
    draft.value!.name = 'Care and cleaning'
    await nextTick()
    expect([changed.value, kept()?.name]).toEqual([true, 'Care and cleaning'])
    draft.value!.name = 'Care'
    await nextTick()
    expect([changed.value, kept()]).toEqual([false, null])
  })
  it('is there again after a reload, over a newer version too', () => {
    localStorage.setItem('inkloom:pieces:a', JSON.stringify({ code: 'a', name: 'Mine' }))
    const { draft, changed } = opened({ code: 'a', name: 'Theirs' })
    expect([draft.value?.name, changed.value]).toEqual(['Mine', true])
  })
  it('follows what is stored where nobody has touched it, and stays where somebody has', async () => {
    const { draft, stored } = opened({ code: 'a', name: 'First' })
    stored.value = { code: 'a', name: 'Second' }
    await nextTick()
    expect(draft.value?.name).toBe('Second')
    draft.value!.name = 'Mine'
    await nextTick()
    stored.value = { code: 'a', name: 'Third' }
    await nextTick()
    expect(draft.value?.name).toBe('Mine')
  })
  it('belongs to one record: another one has its own', async () => {
    const { draft, at, stored } = opened({ code: 'a', name: 'First' })
    draft.value!.name = 'Mine'
    await nextTick()
    at.value = 'pieces:b'
    stored.value = { code: 'b', name: 'Other' }
    await nextTick()
    expect([draft.value?.name, kept()?.name, kept('pieces:b')]).toEqual(['Other', 'Mine', null])
  })
  it('goes when it is discarded, and never shares what is stored', async () => {
    const { draft, stored, reset } = opened({ code: 'a', name: 'First' })
    draft.value!.name = 'Mine'
    await nextTick()
    expect(stored.value?.name).toBe('First')
    reset()
    await nextTick()
    expect([draft.value?.name, kept()]).toEqual(['First', null])
  })
})
