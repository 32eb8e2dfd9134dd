import { effectScope, nextTick, ref, shallowRef, watch } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { answers, forgetAnswers, useAnswer, useAnswers, useMore } from '../../app/composables/useAnswer'

// The calls are not those of the contract here: what is followed is how answers come, stay and go.
type Asked = { name: string; sent: Record<string, unknown>; signal: AbortSignal }

const asked: Asked[] = []
let reply: (sent: Record<string, unknown>, name: string) => unknown = () => undefined
const scopes: { stop(): void }[] = []

/** Runs something as a component would, and ends it after the test. */
function within<T>(work: () => T) {
  const scope = effectScope()
  scopes.push(scope)
  return { ...scope.run(work)!, leave: () => scope.stop() }
}
const settled = () => vi.advanceTimersByTimeAsync(1000)
const Problem = (globalThis as never as { ApiProblem: new (p: object) => Error }).ApiProblem
const follow = useAnswer as unknown as (
  name: string,
  sending: () => object | undefined,
  following?: { wait?: number; on?: () => unknown },
) => {
  data: { value: unknown }
  problem: { value: Error | undefined }
  isCurrent: { value: boolean }
  busy: { value: boolean }
  refresh(): Promise<void>
  set(answer: unknown): void
}
const followAll = useAnswers as unknown as (
  name: string,
  sendings: () => object[],
) => { data: { value: unknown[] | undefined } }
const followPages = useMore as unknown as (
  name: string,
  sending: (from: unknown) => object,
) => { items: { value: unknown[] }; hasMore: { value: boolean }; showMore(): Promise<void>; refresh(): Promise<void> }

beforeEach(() => {
  vi.useFakeTimers()
  asked.length = 0
  answers.clear()
  Object.assign(globalThis, {
    callWith: (name: string, sent: Record<string, unknown>, signal: AbortSignal) => {
      asked.push({ name, sent, signal })
      return Promise.resolve().then(() => reply(sent, name))
    },
  })
})
afterEach(() => {
  scopes.splice(0).forEach((s) => s.stop())
  vi.useRealTimers()
})

describe('the answer to a call', () => {
  it('follows what is sent; the old one stays until the new one comes', async () => {
    const sku = ref('A')
    reply = ({ sku: of }) => new Promise((resolve) => setTimeout(() => resolve(`page of ${String(of)}`), 50))
    const page = within(() => follow('proof', () => ({ sku: sku.value })))
    expect([page.data.value, page.busy.value]).toEqual([undefined, true])
    await settled()
    expect(page.data.value).toBe('page of A')
    sku.value = 'B'
    await vi.advanceTimersByTimeAsync(10)
    expect([page.data.value, page.busy.value]).toEqual(['page of A', true])
    await settled()
    expect([page.data.value, page.busy.value]).toEqual(['page of B', false])
  })
  it('is known to be that of the question before, until the new one is there', async () => {
    const sku = ref('A')
    reply = ({ sku: of }) => new Promise((resolve) => setTimeout(() => resolve({ of }), 50))
    const page = within(() => follow('proof', () => ({ sku: sku.value }), { wait: 60 }))
    const seen: [current: boolean, of: unknown][] = []
    const look = () => {
      seen.push([page.isCurrent.value, (page.data.value as { of: string } | undefined)?.of])
    }
    within(() => ({ stop: watch(() => page.isCurrent.value, look, { immediate: true }) }))
    await settled()
    sku.value = 'B'
    await settled()
    // One that was read before is there at once.
    sku.value = 'A'
    await settled()
    expect(seen).toEqual([
      [false, undefined],
      [true, 'A'],
      [false, 'A'],
      [true, 'B'],
      [false, 'B'],
      [true, 'A'],
    ])
  })
  it('is never one that comes too late', async () => {
    const sku = ref('slow')
    reply = ({ sku: of }) => new Promise((resolve) => setTimeout(() => resolve(String(of)), of === 'slow' ? 500 : 10))
    const page = within(() => follow('proof', () => ({ sku: sku.value })))
    await vi.advanceTimersByTimeAsync(5)
    sku.value = 'fast'
    await settled()
    expect(page.data.value).toBe('fast')
    expect(asked[0]!.signal.aborted).toBe(true)
  })
  it('is not asked for where nothing is sent, and then there is none', async () => {
    const chosen = ref<string>()
    reply = () => 'something'
    const page = within(() => follow('getProduct', () => (chosen.value ? { sku: chosen.value } : undefined)))
    await settled()
    await page.refresh()
    expect([page.data.value, asked.length]).toEqual([undefined, 0])
    chosen.value = 'A'
    await settled()
    expect(page.data.value).toBe('something')
    chosen.value = undefined
    await settled()
    expect([page.data.value, asked.length]).toEqual([undefined, 1])
  })
  it('waits until one has stopped typing, once there is an answer', async () => {
    const q = ref('')
    reply = ({ q: typed }) => `found ${String(typed)}`
    const found = within(() => follow('find', () => ({ q: q.value }), { wait: 100 }))
    await settled()
    for (const typed of ['b', 'be', 'bel', 'bell']) {
      q.value = typed
      await vi.advanceTimersByTimeAsync(40)
    }
    await settled()
    expect(found.data.value).toBe('found bell')
    expect(asked.map((a) => a.sent.q)).toEqual(['', 'bell'])
  })
  it('follows what is changed in the depth of what is sent', async () => {
    const rule = ref({ all: [{ value: 1 }] })
    reply = (sent) => JSON.stringify(sent)
    const reach = within(() => follow('tryAssignment', () => ({ rule: rule.value })))
    await settled()
    rule.value.all[0]!.value = 2
    await settled()
    expect(reach.data.value).toBe('{"rule":{"all":[{"value":2}]}}')
  })
  it('is asked for again where what it depends on changes, and where it is refreshed', async () => {
    const version = ref(0)
    let n = 0
    reply = () => ++n
    const page = within(() => follow('proof', () => ({}), { on: () => version.value }))
    await settled()
    version.value++
    await settled()
    expect(page.data.value).toBe(2)
    await page.refresh()
    expect(page.data.value).toBe(3)
  })
  it('tells a refusal, keeps what was there, and forgets the refusal with the next answer', async () => {
    let isAway = false
    reply = () => {
      if (isAway) throw new Problem({ detail: 'The database is away.' })
      return 'here'
    }
    const page = within(() => follow('proof', () => ({})))
    await settled()
    isAway = true
    await page.refresh()
    expect([page.problem.value?.message, page.data.value]).toEqual(['The database is away.', 'here'])
    isAway = false
    await page.refresh()
    expect([page.problem.value, page.data.value]).toEqual([undefined, 'here'])
  })
  it('is what a write was answered, at once, and no older answer takes its place', async () => {
    reply = () => new Promise((resolve) => setTimeout(() => resolve('old'), 50))
    const desk = within(() => follow('listUnits', () => ({})))
    await settled()
    void desk.refresh()
    await vi.advanceTimersByTimeAsync(10)
    desk.set('saved')
    expect(desk.data.value).toBe('saved')
    await settled()
    expect(desk.data.value).toBe('saved')
  })
})

describe('what was read before', () => {
  it('is shown at once to who comes back, while it is asked for again', async () => {
    let n = 0
    reply = () => new Promise((resolve) => setTimeout(() => resolve(++n), 50))
    const first = within(() => follow('listTypes', () => ({})))
    await settled()
    first.leave()
    const again = within(() => follow('listTypes', () => ({})))
    expect(again.data.value).toBe(1)
    await settled()
    expect(again.data.value).toBe(2)
  })
  it('is asked for once by two who ask at the same moment', async () => {
    reply = () => 'types'
    const [one, other] = [within(() => follow('listTypes', () => ({}))), within(() => follow('listTypes', () => ({})))]
    await settled()
    expect([one.data.value, other.data.value, asked.length]).toEqual(['types', 'types', 1])
  })
  it('is forgotten after a write, but for what is on the screen', async () => {
    reply = (_sent, name) => name
    const gone = within(() => follow('listTypes', () => ({})))
    const shown = within(() => follow('listBrands', () => ({})))
    await settled()
    gone.leave()
    forgetAnswers()
    expect(shown.data.value).toBe('listBrands')
    expect(within(() => follow('listTypes', () => ({}))).data.value).toBe(undefined)
  })
})

it('several answers are there together, in the order of what was sent', async () => {
  const columns = shallowRef(['uk', 'ch'])
  reply = ({ in: shop }) =>
    new Promise((resolve) => setTimeout(() => resolve(`in ${String(shop)}`), shop === 'uk' ? 90 : 10))
  const both = within(() => followAll('getResolved', () => columns.value.map((c) => ({ in: c }))))
  await vi.advanceTimersByTimeAsync(50)
  expect(both.data.value).toBe(undefined)
  await settled()
  expect(both.data.value).toEqual(['in uk', 'in ch'])
  columns.value = ['be']
  await nextTick()
  expect(both.data.value).toEqual(['in uk', 'in ch'])
  await settled()
  expect(both.data.value).toEqual(['in be'])
})

describe('a list that is read on', () => {
  const page = ({ from }: Record<string, unknown>) => {
    const at = Number(from ?? 0)
    return { items: [at, at + 1], next: at < 4 ? at + 2 : null }
  }
  it('has one page more each time, until there is none', async () => {
    reply = page
    const list = within(() => followPages('getHistory', (from) => ({ from })))
    await settled()
    expect([list.items.value, list.hasMore.value]).toEqual([[0, 1], true])
    await list.showMore()
    await list.showMore()
    expect([list.items.value, list.hasMore.value]).toEqual([[0, 1, 2, 3, 4, 5], false])
  })
  it('has all its pages anew after a refresh', async () => {
    reply = page
    const list = within(() => followPages('getHistory', (from) => ({ from })))
    await settled()
    await list.showMore()
    reply = (sent) => ({ ...page(sent), items: ['new'] })
    await list.refresh()
    expect(list.items.value).toEqual(['new', 'new'])
  })
})
