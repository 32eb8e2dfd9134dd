import { effectScope, nextTick, ref, shallowRef, type Ref } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { useListKeys } from '../../app/composables/useListKeys'
import { usePages } from '../../app/composables/usePages'
import { told } from './setup'

const scopes: { stop(): void }[] = []
/** Runs something as a component would, and ends it after the test. */
function within<T>(work: () => T): T {
  const scope = effectScope()
  scopes.push(scope)
  return scope.run(work)!
}
beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  scopes.splice(0).forEach((s) => s.stop())
  vi.useRealTimers()
})

describe('a long list, page by page', () => {
  const rows = Array.from({ length: 250 }, (_, i) => `row ${i}`)
  const answering = () => vi.fn((offset: number, limit: number) => Promise.resolve(part(offset, limit)))
  const part = (offset: number, limit: number) => ({ items: rows.slice(offset, offset + limit), count: rows.length })
  const settled = () => vi.runAllTimersAsync()

  it('asks for the pages that are looked at, each once', async () => {
    const ask = answering()
    const pages = within(() => usePages(ask, () => 0))
    await settled()
    expect([pages.count.value, pages.row(99), pages.row(100)]).toEqual([250, 'row 99', undefined])
    pages.show(90, 230)
    pages.show(100, 110)
    await settled()
    expect(ask.mock.calls.map(([offset]) => offset)).toEqual([0, 100, 200])
    expect(await pages.rowsBetween(98, 101)).toEqual(['row 98', 'row 99', 'row 100', 'row 101'])
  })
  it('keeps the old rows until those of a new question are there, and no answer that comes too late', async () => {
    const question = ref('a')
    const waiting: ((answer: { items: string[]; count: number }) => void)[] = []
    const pages = within(() =>
      usePages(
        () => new Promise<{ items: string[]; count: number }>((resolve) => waiting.push(resolve)),
        () => question.value,
      ),
    )
    await vi.advanceTimersByTimeAsync(0)
    waiting[0]!({ items: ['old'], count: 1 })
    await settled()
    question.value = 'b'
    await nextTick()
    await vi.advanceTimersByTimeAsync(80)
    question.value = 'c'
    await nextTick()
    await vi.advanceTimersByTimeAsync(80)
    expect(pages.row(0)).toBe('old')
    waiting[2]!({ items: ['new'], count: 1 })
    await settled()
    waiting[1]!({ items: ['late'], count: 9 })
    await settled()
    expect([pages.row(0), pages.count.value]).toEqual(['new', 1])
  })
  it('asks nothing where the question was read anew and says the same', async () => {
    const ask = answering()
    const source = shallowRef({ base: 1 })
    within(() => usePages(ask, () => [source.value.base]))
    await settled()
    source.value = { base: 1 }
    await nextTick()
    await settled()
    expect(ask).toHaveBeenCalledTimes(1)
    source.value = { base: 2 }
    await nextTick()
    await settled()
    expect(ask).toHaveBeenCalledTimes(2)
  })
  it('keeps what it was told after a change, whatever was under way before that', async () => {
    const waiting: ((answer: { items: string[]; count: number }) => void)[] = []
    const pages = within(() =>
      usePages(
        () => new Promise<{ items: string[]; count: number }>((resolve) => waiting.push(resolve)),
        () => 0,
      ),
    )
    await vi.advanceTimersByTimeAsync(0)
    const renewed = pages.renew(0, 0)
    waiting[1]!({ items: ['after'], count: 1 })
    await renewed
    waiting[0]!({ items: ['before'], count: 1 })
    await settled()
    expect(pages.row(0)).toBe('after')
  })
  it('asks again for a page that could not be read', async () => {
    let broken = true
    const ask = vi.fn((offset: number, limit: number) => {
      if (broken)
        throw new (globalThis as never as { ApiProblem: new (p: object) => Error }).ApiProblem({ detail: 'away' })
      return Promise.resolve(part(offset, limit))
    })
    const pages = within(() =>
      usePages(
        (offset, limit) => Promise.resolve().then(() => ask(offset, limit)),
        () => 0,
      ),
    )
    await settled()
    expect([pages.problem.value?.message, pages.row(0)]).toEqual(['away', undefined])
    broken = false
    pages.show(0, 10)
    await settled()
    expect([pages.problem.value, pages.row(0)]).toEqual([undefined, 'row 0'])
  })
})

describe('walking along a list by keys', () => {
  const rows = Array.from({ length: 5000 }, (_, i) => ({ id: i }))
  function walked() {
    const at: Ref<number> = ref(0)
    const count = ref<number | undefined>(rows.length)
    const reveal = vi.fn()
    const list = {
      count,
      row: (i: number) => rows[i],
      rowsBetween: (from: number, to: number) => Promise.resolve(rows.slice(from, to + 1)),
    }
    const keys = within(() => useListKeys(list, { at, reveal, page: () => 20, keyOf: (r) => r.id }))
    const press = (name: string) =>
      [...keys.walking, ...keys.selecting].find((k) => k.keys === name)!.run!(new KeyboardEvent('keydown'))
    return { at, count, reveal, press, ...keys }
  }
  it('stays within the list, and on it when it becomes shorter', async () => {
    const { at, count, press, reveal } = walked()
    press('ArrowUp')
    expect(at.value).toBe(0)
    press('End')
    press('ArrowDown')
    expect([at.value, reveal.mock.lastCall]).toEqual([4999, [4999]])
    press('PageUp')
    expect(at.value).toBe(4979)
    count.value = 3
    await nextTick()
    expect(at.value).toBe(2)
    count.value = 0
    await nextTick()
    expect(at.value).toBe(0)
  })
  it('selects single rows, and those on the way, but not thousands by accident', async () => {
    const { selected, press, at } = walked()
    press(' ')
    press('Shift+ArrowDown')
    await nextTick()
    expect([[...selected.value], at.value]).toEqual([[0, 1], 1])
    press('Shift+PageDown')
    await nextTick()
    expect(selected.value.size).toBe(22)
    press('Shift+End')
    await nextTick()
    expect([selected.value.size, told.at(-1)]).toEqual([22, '2,000 rows can be selected at most'])
    press('Home')
    press(' ')
    expect(selected.value.has(0)).toBe(false)
  })
})
