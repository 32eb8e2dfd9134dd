import { effectScope, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { useUploads } from '../../app/composables/useUploads'
import './setup'

// Files on their way into the library: a few at a time, each with its own end.

const ApiProblem = (globalThis as never as { ApiProblem: new (p: object) => Error }).ApiProblem
interface Waiting {
  name: string
  made(nearDuplicates?: string[]): void
  refused(detail: string): void
}
const waiting: Waiting[] = []
let done = 0
let scope: EffectScope

beforeEach(() => {
  waiting.length = done = 0
  scope = effectScope()
  Object.assign(globalThis, {
    call: (_name: string, { query }: { query: { name: string } }) =>
      new Promise((resolve, reject) =>
        waiting.push({
          name: query.name,
          made: (nearDuplicates = []) => resolve({ state: 'made', name: query.name, nearDuplicates }),
          refused: (detail) => reject(new ApiProblem({ title: 'No', status: 422, detail })),
        }),
      ),
  })
})
afterEach(() => scope.stop())

const files = (...names: string[]) => names.map((name) => new File(['x'], name))
const settled = () => new Promise((resolve) => setTimeout(resolve))
const uploads = () => scope.run(() => useUploads(() => done++))!

describe('files for the library', () => {
  it('go three at a time, the next when one has ended', async () => {
    const { add, list, busy } = uploads()
    add(files('a', 'b', 'c', 'd', 'e'))
    expect(waiting.map((w) => w.name)).toEqual(['a', 'b', 'c'])
    expect(list.value.map((u) => u.state)).toEqual(['goes', 'goes', 'goes', 'waits', 'waits'])
    waiting[1]!.made()
    await settled()
    expect(waiting.map((w) => w.name)).toEqual(['a', 'b', 'c', 'd'])
    for (const i of [0, 2, 3]) waiting[i]!.made()
    await settled()
    waiting[4]!.made()
    await settled()
    expect([busy.value, list.value.every((u) => u.state === 'made'), done]).toEqual([false, true, 1])
  })
  it('that are refused say why, and stop no other', async () => {
    const { add, list, taken } = uploads()
    add(files('a', 'b'))
    waiting[0]!.refused('This is no picture.')
    waiting[1]!.made(['older.jpg'])
    await settled()
    expect(list.value.map((u) => [u.state, u.problem, u.nearDuplicates])).toEqual([
      ['refused', 'This is no picture.', []],
      ['made', null, ['older.jpg']],
    ])
    expect(taken.value.map((u) => u.name)).toEqual(['b'])
  })
  it('are forgotten when the list is cleared', async () => {
    const { add, list, clear, busy } = uploads()
    add(files('a'))
    waiting[0]!.made()
    await settled()
    clear()
    expect([list.value, busy.value]).toEqual([[], false])
  })
})
