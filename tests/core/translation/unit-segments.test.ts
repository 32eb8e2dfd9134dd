import { describe, expect, it } from 'vitest'
import {
  changeSegments,
  joinSegments,
  storedUnitOf,
  segmentsOf,
  splitSegment,
  wholeOf,
  type SegmentChange,
  type UnitTexts,
} from '@core/translation/unit-segments'
import { sourceHash } from '@core/translation/state'

const languages = { source: 'en-GB', target: 'de-DE' }
const unit = (source: string, target: string | null, more: Partial<UnitTexts> = {}): UnitTexts => ({
  source,
  target,
  type: 'rich-text',
  languages,
  state: target === null ? null : 'reviewed',
  unread: false,
  madeFrom: null,
  stored: null,
  ...more,
})
const said = (u: UnitTexts) => segmentsOf(u).segments.map((s) => [s.text, s.target, s.was])

describe('the segments of a unit', () => {
  it('have the parts of its target, and the unit’s state', () => {
    expect(said(unit('<p>Dry. Light.</p>', '<p>Trocken. Leicht.</p>'))).toEqual([
      ['Dry.', 'Trocken.', null],
      ['Light.', 'Leicht.', null],
    ])
    expect(segmentsOf(unit('<p>Dry.</p>', '<p>Trocken.</p>')).segments[0]!.state).toBe('reviewed')
  })
  it('have none where the target is built otherwise', () => {
    const found = segmentsOf(unit('<p>Dry.</p>', '<p>Trocken.</p><p>Ja</p>'))
    expect([found.loose, found.segments[0]!.target]).toEqual([true, null])
  })
  it('keep their target where a source beside them has changed, and show what that was', () => {
    const old = '<p>Dry. Holds 20 L. Light.</p>'
    expect(
      said(unit('<p>Dry. Holds 22 L. Light.</p>', '<p>Trocken. Fasst 20 L. Leicht.</p>', { madeFrom: old })),
    ).toEqual([
      ['Dry.', 'Trocken.', null],
      ['Holds 22 L.', 'Fasst 20 L.', 'Holds 20 L.'],
      ['Light.', 'Leicht.', null],
    ])
    expect(
      said(unit('<p>Dry. New. Light.</p>', '<p>Trocken. Leicht.</p>', { madeFrom: '<p>Dry. Light.</p>' })),
    ).toEqual([
      ['Dry.', 'Trocken.', null],
      ['New.', null, null],
      ['Light.', 'Leicht.', null],
    ])
  })
  it('are kept while the target is not yet whole, and are old once it was written by another way', () => {
    const half = segmentsOf(unit('<p>Dry. Light.</p>', null))
    const done = changeSegments(half.segments, [
      { index: 0, source: 'Dry.', base: null, target: 'Trocken.', state: 'translated' },
    ])
    expect(wholeOf({ ...half, ...done }, languages)).toBeNull()
    const stored = storedUnitOf({ ...half, ...done }, null)
    expect(said(unit('<p>Dry. Light.</p>', null, { stored }))).toEqual([
      ['Dry.', 'Trocken.', null],
      ['Light.', null, null],
    ])
    expect(said(unit('<p>Dry. Light.</p>', '<p>Dürr. Hell.</p>', { stored }))[0]).toEqual(['Dry.', 'Dürr.', null])
  })
  it('make a whole target in the lowest of their states', () => {
    const two = segmentsOf(unit('<p>Dry. Light.</p>', '<p>Trocken. Leicht.</p>'))
    const { segments } = changeSegments(two.segments, [
      { index: 1, source: 'Light.', base: 'Leicht.', target: 'Sehr leicht.', state: 'translated' },
    ])
    expect(wholeOf({ ...two, segments }, languages)).toEqual({
      value: '<p>Trocken. Sehr leicht.</p>',
      state: 'translated',
      unread: false,
    })
  })
  it('refuse what was made for another source, or over another target, and take the rest', () => {
    const two = segmentsOf(unit('<p>Dry. Light.</p>', '<p>Trocken. Leicht.</p>'))
    const { segments, refused } = changeSegments(two.segments, [
      { index: 0, source: 'Wet.', base: 'Trocken.', target: 'x', state: 'translated' },
      { index: 1, source: 'Light.', base: 'Hell.', target: 'y', state: 'translated' },
      { index: 0, source: 'Dry.', base: 'Trocken.', target: 'z', state: 'final' },
    ])
    expect(refused.map((r) => r.why)).toEqual(['source-changed', 'changed-meanwhile'])
    expect(segments.map((s) => s.target)).toEqual(['z', 'Leicht.'])
  })
  it('are joined and split, and keep what was written', () => {
    const u = unit('<p>Dry. <strong>Very</strong> light.</p>', '<p>Trocken. <strong>Sehr</strong> leicht.</p>')
    const joined = joinSegments(u, segmentsOf(u), 0)!
    expect(joined.segments.map((s) => [s.text, s.target])).toEqual([
      ['Dry. <1>Very</1> light.', 'Trocken. <1>Sehr</1> leicht.'],
    ])
    expect(wholeOf(joined, languages)!.value).toBe(u.target)
    const stored = storedUnitOf(joined, u.target)
    expect(said({ ...u, stored })).toEqual([['Dry. <1>Very</1> light.', 'Trocken. <1>Sehr</1> leicht.', null]])
    const split = splitSegment(u, segmentsOf({ ...u, stored }), 0, 10)!
    expect(split.segments.map((s) => [s.text, s.target, s.state])).toEqual([
      ['Dry. <1>Very</1>', 'Trocken. <1>Sehr</1> leicht.', 'initial'],
      ['light.', null, 'initial'],
    ])
    expect(splitSegment(u, segmentsOf(u), 0, 0)).toBeUndefined()
    expect(joinSegments(u, segmentsOf(u), 1)).toBeUndefined()
  })
  it('of a stale unit that is kept show what it was made from until it is written anew', () => {
    const target = '<p>Fasst 20 L.</p>'
    const stale = unit('<p>Holds 22 L.</p>', target, { madeFrom: '<p>Holds 20 L.</p>' })
    const stored = storedUnitOf(segmentsOf(stale), target)
    expect(stored.beside).toBe(sourceHash(target))
    expect(said({ ...stale, stored })).toEqual([['Holds 22 L.', 'Fasst 20 L.', 'Holds 20 L.']])
  })
})

describe('a target that a machine put in', () => {
  const open = segmentsOf(unit('<p>Dry. Light.</p>', null))
  const change = (index: number, base: string | null, target: string, more: Partial<SegmentChange> = {}) => ({
    index,
    source: open.segments[index]!.text,
    base,
    target,
    state: 'translated' as const,
    ...more,
  })
  const byMachine = changeSegments(
    open.segments,
    [change(0, null, 'Trocken.', { unread: true }), change(1, null, 'Leicht.', { unread: true })],
    7,
  ).segments
  const standing = (segments: typeof byMachine) => wholeOf({ segmented: open.segmented, segments }, languages)
  it('is unread, and so is the unit, until a person has confirmed every segment', () => {
    expect(byMachine.map((s) => [s.unread, s.writer])).toEqual([
      [true, null],
      [true, null],
    ])
    const half = changeSegments(byMachine, [change(0, 'Trocken.', 'Trocken.')], 3).segments
    expect([half[0]!.unread, half[0]!.writer, standing(half)!.unread]).toEqual([false, 3, true])
    const all = changeSegments(half, [change(1, 'Leicht.', 'Ganz leicht.')], 3).segments
    expect(standing(all)).toMatchObject({ state: 'translated', unread: false })
  })
  it('stays unread where only a finding in it is overruled', () => {
    const overruled = changeSegments(byMachine, [change(0, 'Trocken.', 'Trocken.', { overruled: { empty: 'So.' } })], 3)
    expect(overruled.segments[0]).toMatchObject({ unread: true, writer: null })
  })
  it('is remembered beside the unit, and in the parts of a unit of which nothing else is known', () => {
    const whole = standing(byMachine)!
    const again = unit('<p>Dry. Light.</p>', String(whole.value), { unread: true, state: 'translated' })
    const stored = storedUnitOf({ breaks: {}, segments: byMachine }, whole.value)
    expect(segmentsOf({ ...again, stored }).segments.map((s) => s.unread)).toEqual([true, true])
    expect(segmentsOf(again).segments.map((s) => [s.unread, s.origin])).toEqual([
      [true, 'machine'],
      [true, 'machine'],
    ])
  })
})

describe('a segment that is returned', () => {
  const at = segmentsOf(unit('<p>Dry.</p>', '<p>Trocken.</p>')).segments
  const change = { index: 0, source: 'Dry.', base: 'Trocken.', target: 'Trocken.' }
  const written = changeSegments(at, [{ ...change, target: 'Dicht.', state: 'translated' }], 3).segments
  const returned = changeSegments(
    written,
    [{ ...change, base: 'Dicht.', target: 'Dicht.', state: 'initial', returned: 'Say dry.' }],
    9,
  ).segments
  it('stays its writer’s, until it is answered by a change or by saying that it is right', () => {
    expect(returned[0]).toMatchObject({ returned: true, writer: 3, state: 'initial' })
    for (const target of ['Dicht.', 'Trocken.']) {
      const answer = { ...change, base: 'Dicht.', target, state: 'translated' as const }
      expect(changeSegments(returned, [answer], 3).segments[0]).toMatchObject({ returned: false, writer: 3 })
    }
  })
})
