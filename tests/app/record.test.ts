import { createApp, defineComponent, nextTick, ref, shallowReactive, type App } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { PieceRecord } from '../../contracts/records'
import { blankPiece } from '../../core/page/piece'
import { useDraft } from '../../app/composables/useDraft'
import { told } from './setup'

// A record that is written while others write it too: what is sent, over which version, and what becomes of the draft.

type Problem = { status: number; title: string; detail: string; errors?: object[]; current?: unknown }
const ApiProblem = (globalThis as never as { ApiProblem: new (p: Problem) => Error }).ApiProblem

interface Sent {
  code: string
  name: string
  headers: Record<string, string>
}
const sent: Sent[] = []
const wentTo: unknown[] = []
const problems: string[] = []
/** What the server holds, each with its version. */
const server = new Map<string, { record: PieceRecord; version: number }>()
/** What the next write is refused with. */
let refusal: Problem | undefined

const piece = (code: string, name: string): PieceRecord => ({ ...blankPiece(), kind: 'tab', code, name }) as PieceRecord
const tagOf = (version: number) => `"${version}"`

function write(_kind: string, record: PieceRecord, headers: Record<string, string>) {
  sent.push({ code: record.code, name: record.name, headers })
  const there = server.get(record.code)
  const detail = 'Somebody else has changed this.'
  if (refusal) return Promise.reject(new ApiProblem(refusal))
  if (headers['If-None-Match'] && there)
    return Promise.reject(new ApiProblem({ status: 412, title: 'Already exists', detail }))
  if (headers['If-Match'] && headers['If-Match'] !== tagOf(there!.version))
    return Promise.reject(new ApiProblem({ status: 412, title: 'Changed', detail, current: there!.record }))
  const stored = { record, version: (there?.version ?? 0) + 1 }
  server.set(record.code, stored)
  return Promise.resolve({ data: record, tag: tagOf(stored.version) })
}

let app: App | undefined
beforeEach(() => {
  localStorage.clear()
  server.clear()
  told.length = sent.length = wentTo.length = problems.length = 0
  refusal = undefined
  Object.assign(globalThis, {
    shallowReactive,
    useDraft,
    segment: encodeURIComponent,
    useRoute: () => ({ query: { in: 'uk/en-GB' } }),
    navigateTo: (to: unknown) => Promise.resolve(wentTo.push(to)),
    tellProblem: (e: Error) => problems.push(e.message),
    writeRecord: write,
    readRecord: (_kind: string, code: string) => {
      const there = server.get(code)
      return there
        ? Promise.resolve({ data: structuredClone(there.record), tag: tagOf(there.version) })
        : Promise.reject(new ApiProblem({ status: 404, title: 'Not found', detail: `There is no piece “${code}”.` }))
    },
    deleteRecord: (_kind: string, code: string, tag: string) => {
      sent.push({ code, name: 'deleted', headers: { 'If-Match': tag } })
      if (refusal) return Promise.reject(new ApiProblem(refusal))
      server.delete(code)
      return Promise.resolve()
    },
  })
})
afterEach(() => app?.unmount())

const { useRecord, putUnderFreeCode } = await import('../../app/composables/useRecord')

/** Lets everything settle that is on its way. */
const settled = () => vi.waitFor(async () => nextTick(), { timeout: 50 }).then(() => new Promise((r) => setTimeout(r)))

/** Opens a piece as its page does; null is a new one. */
async function opened(code: string | null) {
  const at = ref(code)
  let record!: ReturnType<typeof useRecord<'pieces'>>
  const Page = defineComponent({
    setup() {
      record = useRecord(
        'pieces',
        () => at.value,
        () => piece('', ''),
        (r) => r.name,
      )
      return () => null
    },
  })
  app = createApp(Page)
  app.mount(document.createElement('div'))
  await settled()
  return { ...record, at }
}

describe('a record that is there', () => {
  beforeEach(() => server.set('care', { record: piece('care', 'Care'), version: 3 }))

  it('is saved over the version that was read, and the draft follows what is stored', async () => {
    const { draft, save, changed } = await opened('care')
    draft.value!.name = 'Care and cleaning'
    await nextTick()
    expect(changed.value).toBe(true)
    expect((await save())?.name).toBe('Care and cleaning')
    expect(sent).toEqual([{ code: 'care', name: 'Care and cleaning', headers: { 'If-Match': '"3"' } }])
    expect([changed.value, told]).toEqual([false, ['Saved']])
    draft.value!.name = 'Again'
    await save()
    expect(sent[1]!.headers).toEqual({ 'If-Match': '"4"' })
  })
  it('is not written over somebody else’s version: both are there until one decides', async () => {
    const { draft, save, conflict, keepMine } = await opened('care')
    draft.value!.name = 'Mine'
    server.set('care', { record: piece('care', 'Theirs'), version: 4 })
    expect(await save()).toBeUndefined()
    expect([draft.value!.name, conflict.value!.name, problems.length]).toEqual(['Mine', 'Theirs', 1])
    expect(server.get('care')!.record.name).toBe('Theirs')
    await keepMine()
    expect([draft.value!.name, conflict.value]).toEqual(['Mine', undefined])
    expect((await save())?.name).toBe('Mine')
    expect(sent.at(-1)!.headers).toEqual({ 'If-Match': '"4"' })
  })
  it('gives way to the other version where that is chosen', async () => {
    const { draft, save, conflict, takeTheirs, changed } = await opened('care')
    draft.value!.name = 'Mine'
    server.set('care', { record: piece('care', 'Theirs'), version: 4 })
    await save()
    await takeTheirs()
    expect([draft.value!.name, conflict.value, changed.value]).toEqual(['Theirs', undefined, false])
  })
  it('waits with saving until the newer version that it is kept over has come', async () => {
    const { draft, save, keepMine } = await opened('care')
    draft.value!.name = 'Mine'
    server.set('care', { record: piece('care', 'Theirs'), version: 9 })
    await save()
    void keepMine()
    await save()
    expect(sent.map((s) => s.headers['If-Match'])).toEqual(['"3"', '"9"'])
    expect(server.get('care')!.record.name).toBe('Mine')
  })
  it('is sent as it is prepared, and the draft is not changed by that where it is refused', async () => {
    const { draft, save } = await opened('care')
    draft.value!.name = ' Care  '
    refusal = { status: 422, title: 'Not valid', detail: 'No.', errors: [] }
    await save((r) => ({ ...r, name: r.name.trim() }))
    expect([sent[0]!.name, draft.value!.name]).toEqual(['Care', ' Care  '])
  })
  it('says at its parts what the server refuses', async () => {
    const { draft, save, errorAt } = await opened('care')
    draft.value!.name = 'Care of it'
    refusal = {
      status: 422,
      title: 'Not valid',
      detail: 'Some of this is not valid.',
      errors: [{ path: 'texts[0].body', message: 'The inline value is unknown.' }],
    }
    await save()
    expect([errorAt('texts'), errorAt('texts[0]'), errorAt('texts[0].body')]).toEqual(
      Array(3).fill('The inline value is unknown.'),
    )
    expect([errorAt('text'), errorAt('name')]).toEqual([undefined, undefined])
    refusal = undefined
    await save()
    expect(errorAt('texts')).toBeUndefined()
  })
  it('is refused before it is sent where the contract’s schema does not let it through', async () => {
    const { draft, save, errors } = await opened('care')
    draft.value!.name = ''
    expect(await save()).toBeUndefined()
    expect(sent).toEqual([])
    expect(errors.value.map((e) => e.path)).toContain('name')
    expect(problems).toEqual(['Nothing has been saved.'])
  })
  it('is saved once, however often one asks meanwhile', async () => {
    const { draft, save, busy } = await opened('care')
    draft.value!.name = 'Once'
    const first = save()
    expect([busy.value, await save()]).toEqual([true, undefined])
    await first
    expect([busy.value, sent.length]).toEqual([false, 1])
  })
  it('is deleted in the version that was read, and the list of its kind comes next', async () => {
    const { remove } = await opened('care')
    let inBetween = false
    await remove(() => Promise.resolve((inBetween = true)))
    expect(sent).toEqual([{ code: 'care', name: 'deleted', headers: { 'If-Match': '"3"' } }])
    expect([wentTo, told, inBetween]).toEqual([['/library'], ['Deleted'], true])
  })
  it('stays where it is when it is still in use', async () => {
    const { remove, draft } = await opened('care')
    refusal = { status: 409, title: 'Still in use', detail: 'Two assignments bring it.' }
    await remove()
    expect([wentTo, problems, draft.value!.name]).toEqual([[], ['Two assignments bring it.'], 'Care'])
  })
  it('gives way to another record when the address does', async () => {
    server.set('fit', { record: piece('fit', 'Fit'), version: 1 })
    const { at, draft, history } = await opened('care')
    draft.value!.name = 'Not saved'
    await nextTick()
    at.value = 'fit'
    await settled()
    expect([draft.value!.name, history.value]).toEqual(['Fit', { kind: 'pieces', code: 'fit' }])
    at.value = 'care'
    await settled()
    expect(draft.value!.name).toBe('Not saved')
  })
})

describe('a new record', () => {
  it('gets its code from its name, and its page', async () => {
    const { draft, save, history } = await opened(null)
    expect(history.value).toBeNull()
    draft.value!.name = 'Mounting: the rack'
    await save()
    expect(sent).toEqual([{ code: 'mounting-the-rack', name: 'Mounting: the rack', headers: { 'If-None-Match': '*' } }])
    expect(wentTo).toEqual([{ path: '/library/mounting-the-rack', query: { in: 'uk/en-GB' } }])
    expect(told).toEqual(['Created'])
  })
  it('takes the next code that is free', async () => {
    server.set('care', { record: piece('care', 'Care'), version: 1 })
    server.set('care-2', { record: piece('care-2', 'Care'), version: 1 })
    const { draft, save } = await opened(null)
    draft.value!.name = 'Care'
    expect((await save())?.code).toBe('care-3')
    expect(server.get('care')!.version).toBe(1)
  })
  it('has a code of its kind where the name gives none', async () => {
    const { draft, save } = await opened(null)
    draft.value!.name = '説明'
    expect((await save())?.code).toMatch(/^[a-z0-9-]+$/)
  })
})

describe('a record that is not there', () => {
  it('says so and leaves nothing to write', async () => {
    const { problem, draft, save } = await opened('gone')
    expect(problem.value?.message).toBe('There is no piece “gone”.')
    expect([draft.value, await save(), sent]).toEqual([undefined, undefined, []])
  })
})

describe('a code that is found by trying', () => {
  it('is not looked for further where something else is wrong', async () => {
    const tried: string[] = []
    const put = (code: string) => {
      tried.push(code)
      return Promise.reject(new ApiProblem({ status: 422, title: 'Not valid', detail: 'No.' }))
    }
    await expect(putUnderFreeCode('a', put)).rejects.toThrow('No.')
    expect(tried).toEqual(['a'])
  })
  it('is given up after fifty', async () => {
    let tried = 0
    const put = () => {
      tried++
      return Promise.reject(new ApiProblem({ status: 412, title: 'Already exists', detail: 'Taken.' }))
    }
    await expect(putUnderFreeCode('a', put)).rejects.toThrow('Taken.')
    expect(tried).toBe(51)
  })
})
