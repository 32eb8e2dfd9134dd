import { describe, expect, it } from 'vitest'
import { checkAllowed } from '@core/attributes/check-attribute'
import { parseBoxItem } from '@core/attributes/types/lists'
import { checkedValue } from '@core/attributes/checked-value'
import { attributeTypes } from '@core/attributes/types/registry'
import type { Value } from '@core/attributes/attribute'
import { attributeTypeNames } from '@core/attributes/attribute'
import { testSetup } from '../../world'

const setup = testSetup()
const of = (code: string) => setup.attributes.get(code)!
const entry = (code: string) => attributeTypes[of(code).type]
const cell = (code: string, text: string, sign: '.' | ',' = '.') =>
  checkedValue(entry(code).fromCell(text, of(code), sign), of(code))
const refused = (work: () => unknown) => {
  try {
    work()
  } catch (e) {
    return (e as { code: string }).code
  }
  return 'taken'
}

describe('attribute types', () => {
  it('has an entry for every type, each of one shape', () => {
    for (const name of attributeTypeNames)
      expect(Object.keys(attributeTypes[name]).sort()).toEqual(
        expect.arrayContaining([
          'check',
          'comparable',
          'display',
          'fromCell',
          'isEmpty',
          'isText',
          'ruleKind',
          'toCell',
        ]),
      )
    // Whatever holds words can be searched through.
    for (const name of attributeTypeNames)
      expect(attributeTypes[name].mapWords !== undefined, name).toBe(attributeTypes[name].isText)
  })

  it('reads what it writes, for every type', () => {
    const samples: Record<string, Value> = {
      name: 'Regn 30',
      summary: 'One line.\nAnother.',
      description: '<p>Dry <strong>inside</strong>.</p>',
      'key-points': ['Roll closure', 'Carries <data value="attribute:weight"></data>'],
      season: 'winter',
      mounting: ['rack', 'frame'],
      weight: { value: 1.25, unit: 'kg' },
      grade: -3.5,
      reflective: false,
      launched: '2026-03-02',
      guide: 'https://tarnwheel.example/guide',
      pictures: ['a.svg', 'b.svg'],
    }
    Object.assign(samples, {
      guides: ['fitting.pdf'],
      asked: ['how-wide'],
      chart: [
        ['Size', 'Chest | cm'],
        ['S', '86–94'],
      ],
      'in-the-box': [
        { quantity: 2, item: 'strap | black' },
        { quantity: 1, item: 'pump' },
      ],
    })
    for (const [code, value] of Object.entries(samples)) {
      expect(checkedValue(value, of(code)), code).toEqual(value)
      expect(cell(code, entry(code).toCell(value, of(code))), code).toEqual(value)
    }
  })

  it.each<[string, Value]>([
    ['name', '   '],
    ['summary', '\n \t'],
    ['description', '<p> </p><p><br></p>'],
    ['key-points', ['', '  ']],
    ['mounting', []],
    ['pictures', []],
    ['chart', [['', ' '], ['']]],
    ['in-the-box', [{ quantity: 2, item: ' ' }]],
    ['asked', []],
  ])('takes %s = %j for no value', (code, value) => expect(checkedValue(value, of(code))).toBeNull())

  it.each<[string, Value]>([
    ['reflective', false],
    ['grade', 0],
    ['description', '<p><data value="attribute:weight"></data></p>'],
    ['description', '<figure><img src="/m/a.svg" alt=""></figure>'],
  ])('takes %s = %j for a value', (code, value) => {
    expect(checkedValue(value, of(code))).not.toBeNull()
  })

  it.each([
    ['grade', 'seven', 'not-a-number'],
    ['weight', '1.2', 'no-unit'],
    ['weight', '1.2 kgs of it', 'unknown-unit'],
    ['weight', '12 mm', 'other-family'],
    ['season', 'autumn', 'unknown-option'],
    ['mounting', 'rack|roof', 'unknown-option'],
    ['launched', '31.12.2026', 'not-a-date'],
    ['launched', '2026-02-30', 'not-a-date'],
    ['reflective', 'perhaps', 'not-yes-no'],
    ['name', 'two\nlines', 'line-break'],
    ['guide', 'http://tarnwheel.example', 'bad-link'],
    ['guide', 'javascript:alert(1)', 'bad-link'],
  ])('refuses %s “%s” with the code %s', (code, text, expected) => {
    expect(refused(() => cell(code, text))).toBe(expected)
  })

  it('says which decimal sign a number would need', () => {
    expect(() => cell('grade', '1,5', '.')).toThrow('“,” as the decimal sign')
    expect(() => cell('weight', '1,5 kg', '.')).toThrow('“,” as the decimal sign')
    expect(cell('grade', '1,5', ',')).toBe(1.5)
  })

  it('finds options by label in any language as well as by code', () => {
    expect(cell('season', 'winter-fr')).toBe('winter')
  })

  it('compares measures by canonical number and texts by folded plain text', () => {
    expect(entry('weight').comparable({ value: 1.2, unit: 'kg' }, of('weight'))).toBe(1200)
    expect(entry('width').comparable({ value: 12, unit: 'in' }, of('width'))).toBe(304.8)
    expect(entry('description').comparable('<p>Dry  <em>INSIDE</em></p><p>Out</p>', of('description'))).toBe(
      'dry inside out',
    )
  })

  it('shows values as the language writes them', () => {
    const shown = (code: string, value: Value, language: string) =>
      entry(code).display(value, of(code), { language, labels: [language, 'en-GB'] })
    expect(shown('season', 'winter', 'fr-CH')).toBe('winter-fr')
    expect(shown('mounting', ['rack', 'frame'], 'en-GB')).toBe('rack and frame')
    expect(shown('weight', { value: 1250.5, unit: 'g' }, 'de-CH')).toMatch(/^1['’]250\.5\sg$/)
    expect(shown('launched', '2026-03-02', 'en-GB')).toBe('2 March 2026')
    expect(shown('reflective', true, 'de-CH')).toBe('Ja')
  })

  it.each<[string, number, string]>([
    ['2 × hook', 2, 'hook'],
    ['2x hook', 2, 'hook'],
    ['hook × 2', 2, 'hook'],
    ['hook x2', 2, 'hook'],
    ['2 hooks', 2, 'hooks'],
    ['hook', 1, 'hook'],
    ['12 V charger', 12, 'V charger'],
    ['フック × 2', 2, 'フック'],
    ['２×フック', 2, 'フック'],
    ['٣ × خطاف', 3, 'خطاف'],
    ['x-ray patch', 1, 'x-ray patch'],
    ['strap 2×', 1, 'strap 2×'],
  ])('reads “%s” in a box as %d × %s', (line, quantity, item) => expect(parseBoxItem(line)).toEqual({ quantity, item }))

  it('prints what is in the box, and tables, as blocks of the page', () => {
    expect(
      entry('in-the-box').html!([{ quantity: 1200, item: 'Ösen <M4>' }], { language: 'de-CH', labels: [] }),
    ).toMatch(/^<ul><li>1['’]200\u00a0× Ösen &lt;M4&gt;<\/li><\/ul>$/)
    expect(
      entry('chart').html!(
        [
          ['Size', 'cm'],
          ['S', '<90'],
        ],
        { language: 'en-GB', labels: [] },
      ),
    ).toBe('<table><tbody><tr><th>Size</th><th>cm</th></tr><tr><td>S</td><td>&lt;90</td></tr></tbody></table>')
    expect(refused(() => checkedValue([{ quantity: 0, item: 'strap' }], of('in-the-box')))).toBe('not-a-count')
  })

  it('keeps values inside of what the attribute allows', () => {
    const grade = { ...of('grade'), allowed: { least: 1, most: 10, pattern: null } }
    expect([1, 10].map((n) => checkedValue(n, grade))).toEqual([1, 10])
    expect(() => checkedValue(11, grade)).toThrow('“11” is above what is allowed: 1 to 10.')
    const weight = { ...of('weight'), allowed: { least: { value: 1, unit: 'lb' }, most: null, pattern: null } }
    expect(refused(() => checkedValue({ value: 450, unit: 'g' }, weight))).toBe('too-low')
    expect(checkedValue({ value: 454, unit: 'g' }, weight)).toEqual({ value: 454, unit: 'g' })
    const model = { ...of('model'), allowed: { least: null, most: null, pattern: '[A-Z]{2}-[0-9]+' } }
    expect(checkedValue('PE-18', model)).toBe('PE-18')
    expect(refused(() => checkedValue('xPE-18', model))).toBe('bad-form')
    // In time linear in the text, where a backtracking matcher would take years.
    expect(
      refused(() =>
        checkedValue(`${'a'.repeat(400)}!`, { ...model, allowed: { least: null, most: null, pattern: '(a+)+' } }),
      ),
    ).toBe('bad-form')
    expect(checkAllowed({ ...grade, allowed: { least: 5, most: 1, pattern: '(' } }).map((p) => p.path)).toEqual([
      'allowed.most',
      'allowed.pattern',
    ])
    expect(checkAllowed({ ...model, allowed: { least: 5, most: null, pattern: '(' } }).map((p) => p.path)).toEqual([
      'allowed.least',
      'allowed.pattern',
    ])
  })

  it('keeps no control character of a text', () => {
    expect(checkedValue('a\u0000b\u0007c', of('name'))).toBe('abc')
  })
})

describe('a slug', () => {
  const slug = { ...of('name'), code: 'slug', allowed: null }
  it('is made of what is typed, as the language is written in Latin letters', () => {
    expect(checkedValue('Große Packtasche, rot', slug, 'de-DE')).toBe('grosse-packtasche-rot')
    expect(checkedValue('already-one', slug)).toBe('already-one')
    expect(checkedValue(' ', slug)).toBeNull()
  })
  it('is refused where nothing of it can be written so', () => {
    expect(refused(() => checkedValue('防水', slug, 'ja-JP'))).toBe('no-letters')
  })
})
