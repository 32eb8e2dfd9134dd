import { effectScope, nextTick, shallowRef, type EffectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Desk, DeskUnit, SaveUnitsBody } from '../../contracts/translation'
import type { SegmentChange } from '../../core/translation/unit-segments'
import { useDraft } from '../../app/composables/useDraft'
import { openStores } from './shop'

// The desk of a translator: what is shown, what is sent, over which text, and what becomes of what somebody else wrote.

type Segment = DeskUnit['segments'][number]
const segment = (text: string, target: string | null, more: Partial<Segment> = {}): Segment =>
  ({
    text,
    placeholders: [],
    target,
    extra: [],
    origin: 'person',
    state: target === null ? 'initial' : 'translated',
    unread: false,
    returned: false,
    writer: null,
    overruled: {},
    machine: null,
    earlier: null,
    was: null,
    words: 2,
    ...more,
  }) as unknown as Segment
const unit = (name: string, ...segments: Segment[]): DeskUnit =>
  ({ unit: name, label: name, type: 'text', field: 'summary', storefront: null, segments, style: {} }) as never
const deskOf = (...units: DeskUnit[]): Desk =>
  ({
    record: 'product:P-1',
    title: 'Regn 30',
    source: 'en-GB',
    language: 'fr-CH',
    asks: 'reviewed',
    units,
    terms: [],
    comments: [],
    share: null,
  }) as Desk

const ApiProblem = (globalThis as never as { ApiProblem: new (p: object) => Error }).ApiProblem
/** A change of segments; other changes of a unit have none. */
interface SentUnit {
  unit: string
  segments?: SegmentChange[]
}
const sent: (Omit<SaveUnitsBody, 'units'> & { units: SentUnit[] })[] = []
const problems: string[] = []
let refreshed = 0
let refusal: { status: number; detail: string } | undefined
const data = shallowRef<Desk>()
const sought = shallowRef<string | null>(null)
let scope: EffectScope

const { useDesk } = await import('../../app/composables/useDesk')

beforeEach(async () => {
  localStorage.clear()
  sent.length = problems.length = refreshed = 0
  refusal = undefined
  sought.value = null
  scope = effectScope()
  await openStores({ in: 'ch/fr-CH' })
  Object.assign(globalThis, {
    useDraft,
    useProofFocus: () => ({ refresh: () => undefined, sought }),
    useAnswer: () => ({
      data,
      problem: shallowRef(),
      set: (answer: Desk) => (data.value = answer),
      refresh: () => Promise.resolve(refreshed++),
    }),
    tellProblem: (e: Error) => problems.push(e.message),
    call: (_name: string, { body }: { body: SaveUnitsBody }) => {
      sent.push(JSON.parse(JSON.stringify(body)) as (typeof sent)[number])
      if (refusal) return Promise.reject(new ApiProblem({ title: 'No', ...refusal }))
      return Promise.resolve(data.value)
    },
  })
})
afterEach(() => scope.stop())

async function open(...units: DeskUnit[]) {
  data.value = deskOf(...units)
  const desk = scope.run(() => useDesk(() => 'product:P-1'))!
  await nextTick()
  return desk
}
/** What was sent last of each segment: unit, place, base, target and state. */
const lastSent = () =>
  sent
    .at(-1)!
    .units.flatMap(({ unit: of, segments = [] }) =>
      segments.map((s) => [of, s.index, s.base, s.target, s.state, ...(s.origin ? [s.origin] : [])]),
    )

describe('the rows of a desk', () => {
  it('are all segments in their order, and it begins at the first that is open', async () => {
    const { rows, current, at, go } = await open(
      unit('name', segment('Regn 30', 'Regn 30', { state: 'final' })),
      unit('summary', segment('Dry inside.', null), segment('Light.', 'Léger.', { state: 'reviewed' })),
    )
    expect(rows.value.map((r) => [r.unit.unit, r.index, r.first])).toEqual([
      ['name', 0, true],
      ['summary', 0, true],
      ['summary', 1, false],
    ])
    expect([at.value, current.value?.segment.text]).toEqual([1, 'Dry inside.'])
    go(99)
    expect(current.value?.segment.text).toBe('Light.')
    go(-1)
    expect(current.value?.segment.text).toBe('Regn 30')
  })
  it('are open where a text is missing, stale, sent back, by a machine, or below what is asked', async () => {
    const { all, isOpen } = await open(
      unit(
        'summary',
        segment('a', null),
        segment('b', 'x', { state: 'final', was: 'before' }),
        segment('c', 'x', { state: 'final', returned: true }),
        segment('d', 'x', { state: 'final', unread: true }),
        segment('e', 'x', { state: 'translated' }),
        segment('f', 'x', { state: 'reviewed' }),
        segment('g', 'x', { state: 'final' }),
      ),
    )
    expect(all.value.filter(isOpen).map((r) => r.segment.text)).toEqual(['a', 'b', 'c', 'd', 'e'])
  })
  it('are narrowed to open ones, and to words of either side; the one that is worked on stays', async () => {
    const { rows, only, find, drafts, go } = await open(
      unit('summary', segment('Dry inside.', null), segment('Light.', 'Léger.', { state: 'final' })),
    )
    only.value = 'open'
    expect(rows.value.map((r) => r.segment.text)).toEqual(['Dry inside.'])
    only.value = 'all'
    find.value = 'léger'
    expect(rows.value.map((r) => r.segment.text)).toEqual(['Light.'])
    find.value = ''
    drafts.value![rows.value[0]!.key] = 'Au sec'
    find.value = 'au sec'
    expect(rows.value.map((r) => r.segment.text)).toEqual(['Dry inside.'])
    find.value = ''
    go(1)
    only.value = 'open'
    expect(rows.value.map((r) => r.segment.text)).toEqual(['Dry inside.', 'Light.'])
  })
  it('are shown on the page: the words of the segment that is worked on are sought there', async () => {
    const { go } = await open(unit('summary', segment('Dry inside.', null), segment('Light.', 'Léger.')))
    expect(sought.value).toBe('Dry inside.')
    go(1)
    await nextTick()
    expect(sought.value).toBe('Léger.')
    scope.stop()
    expect(sought.value).toBeNull()
  })
  it('are found by words of the page, the longest first', async () => {
    const { rowOnPage } = await open(
      unit('summary', segment('Dry.', 'Sec.'), segment('Dry inside.', 'Sec. Bien au sec.')),
    )
    expect(rowOnPage('Sec. Bien au sec.')?.segment.text).toBe('Dry inside.')
    expect(rowOnPage('Something else')).toBeUndefined()
  })
})

describe('what is sent', () => {
  it('is what differs, over the target that was seen, in one call', async () => {
    const desk = await open(
      unit('name', segment('Regn 30', null)),
      unit('summary', segment('Dry inside.', 'Sec.'), segment('Light.', 'Léger.')),
    )
    const [name, dry] = desk.rows.value
    desk.drafts.value![name!.key] = 'Regn 30'
    desk.drafts.value![dry!.key] = ''
    expect(await desk.save()).toBe(true)
    expect(lastSent()).toEqual([
      ['name', 0, null, 'Regn 30', 'translated'],
      ['summary', 0, 'Sec.', '', 'initial'],
    ])
    expect(sent[0]).toMatchObject({ storefront: 'ch', language: 'fr-CH', record: 'product:P-1' })
  })
  it('is nothing where nothing differs', async () => {
    const desk = await open(unit('name', segment('Regn 30', 'Regn 30')))
    expect([await desk.save(), sent]).toEqual([true, []])
  })
  it('fills the same source elsewhere in the record, where it is empty', async () => {
    const desk = await open(
      unit('summary', segment('Light.', null)),
      unit('points', segment('Light.', null), segment('Light.', 'Légère.')),
    )
    desk.drafts.value![desk.rows.value[0]!.key] = 'Léger.'
    await desk.confirm('reviewed')
    expect(lastSent()).toEqual([
      ['summary', 0, null, 'Léger.', 'reviewed'],
      ['points', 0, null, 'Léger.', 'reviewed', 'memory'],
    ])
    // What says otherwise is named, and changed where that is asked for.
    expect(desk.repeats.value.map((r) => r.segment.target)).toEqual(['Légère.'])
    await desk.changeRepeats()
    expect(lastSent()).toEqual([['points', 1, 'Légère.', 'Léger.', 'translated']])
  })
  it('confirms nothing that is empty', async () => {
    const desk = await open(unit('summary', segment('Light.', null)))
    expect([await desk.confirm('final'), sent]).toEqual([true, []])
  })
  it('says whose words a draft holds, until somebody writes on', async () => {
    const desk = await open(unit('summary', segment('Light.', null)))
    const [row] = desk.rows.value
    desk.tookOver(row!, 'machine', 'Léger.')
    await desk.save()
    expect(lastSent()).toEqual([['summary', 0, null, 'Léger.', 'translated', 'machine']])
    desk.drafts.value![row!.key] = 'Très léger.'
    await desk.save()
    expect(lastSent()).toEqual([['summary', 0, null, 'Très léger.', 'translated']])
  })
  it('goes one after the other', async () => {
    const desk = await open(unit('summary', segment('Light.', null)))
    const order: string[] = []
    const replies: (() => void)[] = []
    Object.assign(globalThis, {
      call: () => {
        order.push('asked')
        return new Promise((resolve) => replies.push(() => resolve(data.value)))
      },
    })
    desk.drafts.value![desk.rows.value[0]!.key] = 'Léger.'
    const first = desk.save()
    const second = desk.save()
    await nextTick()
    await nextTick()
    expect(order).toEqual(['asked'])
    replies[0]!()
    await first
    await nextTick()
    expect([order.length, desk.busy.value]).toEqual([2, true])
    replies[1]!()
    await second
    expect(desk.busy.value).toBe(false)
  })
  it('is kept where somebody else was quicker, and the newer texts are asked for', async () => {
    const desk = await open(unit('summary', segment('Light.', null)))
    const { key } = desk.rows.value[0]!
    desk.drafts.value![key] = 'Léger.'
    refusal = { status: 412, detail: 'Somebody else has changed these texts.' }
    expect(await desk.save()).toBe(false)
    expect([problems, refreshed]).toEqual([['Somebody else has changed these texts.'], 1])
    data.value = deskOf(unit('summary', segment('Light.', 'Le leur.')))
    await nextTick()
    expect([desk.drafts.value![key], desk.changed.value]).toEqual(['Léger.', true])
    refusal = undefined
    await desk.save()
    expect(lastSent()).toEqual([['summary', 0, 'Le leur.', 'Léger.', 'translated']])
  })
  it('is refused where it is not valid, and nothing is asked for anew', async () => {
    const desk = await open(unit('summary', segment('Light.', null)))
    desk.drafts.value![desk.rows.value[0]!.key] = 'Léger.'
    refusal = { status: 422, detail: 'It has a blocker.' }
    expect([await desk.save(), refreshed, desk.busy.value]).toEqual([false, 0, false])
  })
  it('sends a text back as it is, with a comment', async () => {
    const desk = await open(unit('summary', segment('Light.', 'Léger.')))
    const [row] = desk.rows.value
    desk.drafts.value![row!.key] = 'Autre chose'
    await desk.sendBack(row!, 'Say “très léger”.')
    expect(sent[0]!.units[0]!.segments![0]).toMatchObject({
      target: 'Léger.',
      state: 'initial',
      returned: 'Say “très léger”.',
    })
  })
  it('ignores a finding with a reason, and keeps the reasons that there are', async () => {
    const desk = await open(unit('summary', segment('Light.', 'Léger.', { overruled: { numbers: 'as agreed' } })))
    await desk.overrule(desk.rows.value[0]!, 'terms', 'a name')
    expect(sent[0]!.units[0]!.segments![0]!.overruled).toEqual({ numbers: 'as agreed', terms: 'a name' })
  })
  it('joins and splits the segment that is worked on', async () => {
    const desk = await open(unit('summary', segment('Dry.', 'Sec.'), segment('Light.', null)))
    await desk.join()
    expect(sent[0]!.units).toEqual([{ unit: 'summary', join: 0 }])
    await desk.split(3)
    expect(sent[1]!.units).toEqual([{ unit: 'summary', split: { index: 0, at: 3 } }])
  })
})
