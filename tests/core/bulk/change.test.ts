import { describe, expect, it } from 'vitest'
import { bulkTitle, checkBulkChange, membersOf, outcomeOf } from '@core/bulk/change'
import { type BulkChange } from '@core/bulk/shape'
import type { Value } from '@core/attributes/attribute'
import { family, product, single, testSetup } from '../../world'

const setup = testSetup()
const change = (more: Partial<BulkChange> & Pick<BulkChange, 'do' | 'attribute'>): BulkChange => ({
  storefront: null,
  language: null,
  members: 'fitting',
  ...more,
})
const inline = (code: string) => `<data value="attribute:${code}"></data>`
const en = { language: 'en-GB' }
const bag = (values: Record<string, Value>) => product('B-1', {}, values)

/** What a change makes of a product's value; a problem is a text that begins with an exclamation mark. */
function made(c: BulkChange, values: Record<string, Value>) {
  expect(checkBulkChange(c, setup)).toEqual([])
  const subject = { ...bag(values), tags: ['wet', 'old'], brand: 'varga' }
  const outcome = outcomeOf(subject, single(subject), c, setup)
  return outcome === null ? 'unchanged' : 'problem' in outcome ? `!${outcome.problem}` : outcome.after
}

describe('a bulk change', () => {
  it.each<[string, BulkChange, Record<string, Value>, unknown]>([
    ['sets a choice', change({ do: 'set', attribute: 'material', value: 'steel' }), { material: 'canvas' }, 'steel'],
    [
      'leaves what is so already',
      change({ do: 'set', attribute: 'material', value: 'steel' }),
      { material: 'steel' },
      'unchanged',
    ],
    [
      'sets a measure from a text',
      change({ do: 'set', attribute: 'weight', value: '1.2 kg' }),
      {},
      { value: 1.2, unit: 'kg' },
    ],
    ['sets false, which is a value', change({ do: 'set', attribute: 'reflective', value: false }), {}, false],
    [
      'sets only where nothing is',
      change({ do: 'set', attribute: 'material', value: 'steel', onlyEmpty: true }),
      { material: 'wool' },
      'unchanged',
    ],
    ['clears', change({ do: 'clear', attribute: 'material' }), { material: 'wool' }, null],
    ['clears nothing where nothing is', change({ do: 'clear', attribute: 'material' }), {}, 'unchanged'],
    [
      'appends to a line, with a space',
      change({ do: 'append', attribute: 'name', ...en, value: '30' }),
      { 'name@/en-GB': 'Regn' },
      'Regn 30',
    ],
    [
      'appends to a long text, on a new line',
      change({ do: 'append', attribute: 'summary', ...en, value: 'Dry.' }),
      { 'summary@/en-GB': 'Light.' },
      'Light.\nDry.',
    ],
    ['appends to nothing', change({ do: 'append', attribute: 'summary', ...en, value: 'Dry.' }), {}, 'Dry.'],
    [
      'appends paragraphs',
      change({ do: 'append', attribute: 'description', ...en, value: '<p>New.</p>' }),
      { 'description@/en-GB': '<p>Old.</p>' },
      '<p>Old.</p><p>New.</p>',
    ],
    [
      'finds by a pattern, and puts its groups elsewhere',
      change({ do: 'replace', attribute: 'name', ...en, find: '(\\w+) (\\d+)', with: '$2 $1', pattern: true }),
      { 'name@/en-GB': 'Regn 30' },
      '30 Regn',
    ],
    [
      'finds by a pattern inside formatting',
      change({ do: 'replace', attribute: 'description', ...en, find: 'a+b', with: 'x', pattern: true }),
      { 'description@/en-GB': `<p>${'a'.repeat(300)}b <strong>ab</strong></p>` },
      '<p>x <strong>x</strong></p>',
    ],
    [
      'puts a template, with values of the product',
      change({ do: 'template', attribute: 'name', ...en, value: '{brand}: {material}, {weight}' }),
      { material: 'wool', weight: { value: 1200, unit: 'g' } },
      'Varga & Daughter: wool, 1,200 g',
    ],
    [
      'says which value a template lacks',
      change({ do: 'template', attribute: 'name', ...en, value: '{material}' }),
      {},
      '!It has no “material” that the template could name.',
    ],
    [
      'escapes what a template puts into formatted text',
      change({ do: 'template', attribute: 'description', ...en, value: '{brand}' }),
      {},
      '<p>Varga &amp; Daughter</p>',
    ],
    [
      'changes capital letters by the language',
      change({ do: 'case', attribute: 'name', language: 'fr-CH', how: 'words' }),
      { 'name@/fr-CH': 'SACOCHE D’ÉTÉ' },
      'Sacoche D’été',
    ],
    [
      'begins sentences with a capital, across formatting',
      change({ do: 'case', attribute: 'description', ...en, how: 'sentence' }),
      { 'description@/en-GB': '<p>DRY <strong>INSIDE. AND</strong> OUT.</p>' },
      '<p>Dry <strong>inside. And</strong> out.</p>',
    ],
    [
      'converts units exactly',
      change({ do: 'convert', attribute: 'width', unit: 'mm' }),
      { width: { value: 12, unit: 'in' } },
      { value: 304.8, unit: 'mm' },
    ],
    ['adds a tag', change({ do: 'add', attribute: 'field:tags', value: ['sale'] }), {}, ['wet', 'old', 'sale']],
    ['removes a tag', change({ do: 'remove', attribute: 'field:tags', value: ['old'] }), {}, ['wet']],
    ['sets a status', change({ do: 'set', attribute: 'field:status', value: 'draft' }), {}, 'draft'],
    [
      'appends points',
      change({ do: 'append', attribute: 'key-points', ...en, value: ['Dry'] }),
      { 'key-points@/en-GB': ['Light'] },
      ['Light', 'Dry'],
    ],
    [
      'adds a choice, once',
      change({ do: 'add', attribute: 'mounting', value: ['rack', 'frame'] }),
      { mounting: ['rack'] },
      ['rack', 'frame'],
    ],
    [
      'removes a choice',
      change({ do: 'remove', attribute: 'mounting', value: ['rack'] }),
      { mounting: ['rack', 'frame'] },
      ['frame'],
    ],
    [
      'removes the last one, which leaves no value',
      change({ do: 'remove', attribute: 'mounting', value: ['rack'] }),
      { mounting: ['rack'] },
      null,
    ],
    [
      'replaces every place of a text, and takes no sign of it for a pattern',
      change({ do: 'replace', attribute: 'name', ...en, find: '(30)', with: '$& 31' }),
      { 'name@/en-GB': 'Regn (30) and (30)' },
      'Regn $& 31 and $& 31',
    ],
    [
      'replaces in words alone: formatting and inline values stay',
      change({ do: 'replace', attribute: 'description', ...en, find: 'strong', with: 'stout' }),
      { 'description@/en-GB': '<p><strong>strong</strong> at <data value="attribute:weight"></data></p>' },
      '<p><strong>stout</strong> at <data value="attribute:weight"></data></p>',
    ],
    [
      'writes what is replaced as text, not as formatting',
      change({ do: 'replace', attribute: 'description', ...en, find: 'a', with: '<b>' }),
      { 'description@/en-GB': '<p>a</p>' },
      '<p>&lt;b&gt;</p>',
    ],
    [
      'takes a text away, and with the last one the value',
      change({ do: 'replace', attribute: 'name', ...en, find: 'Regn', with: '' }),
      { 'name@/en-GB': 'Regn' },
      null,
    ],
    [
      'finds nothing to replace',
      change({ do: 'replace', attribute: 'name', ...en, find: 'x', with: 'y' }),
      { 'name@/en-GB': 'Regn' },
      'unchanged',
    ],
    [
      'fills a long text from a formatted one, without its formatting',
      change({ do: 'fill', attribute: 'summary', ...en, from: { attribute: 'description', storefront: null, ...en } }),
      { 'description@/en-GB': '<p>One <strong>bold</strong>.</p><p>Two &amp; three.</p>' },
      'One bold.\nTwo & three.',
    ],
    [
      'fills values of the product in where a plain text cannot hold them',
      change({ do: 'fill', attribute: 'summary', ...en, from: { attribute: 'description', storefront: null, ...en } }),
      { 'description@/en-GB': `<p>It weighs ${inline('weight')}.</p>`, weight: { value: 1200, unit: 'g' } },
      'It weighs 1,200 g.',
    ],
    [
      'leaves them out where that is asked',
      change({
        do: 'fill',
        attribute: 'summary',
        ...en,
        from: { attribute: 'description', storefront: null, ...en },
        inline: 'remove',
      }),
      { 'description@/en-GB': `<p>Dry inside. ${inline('weight')}</p>` },
      'Dry inside.',
    ],
    [
      'says which value cannot be filled in',
      change({ do: 'fill', attribute: 'summary', ...en, from: { attribute: 'description', storefront: null, ...en } }),
      { 'description@/en-GB': `<p>It weighs ${inline('weight')}.</p>` },
      '!The text names “weight”, which cannot be filled in here. Remove it, or fill it first.',
    ],
    [
      'keeps them where the field can hold them',
      change({
        do: 'fill',
        attribute: 'key-points',
        ...en,
        from: { attribute: 'description', storefront: null, ...en },
      }),
      { 'description@/en-GB': `<p>It weighs <strong>only</strong> ${inline('weight')}.</p><ul><li>Dry</li></ul>` },
      [`It weighs <strong>only</strong> ${inline('weight')}.`, 'Dry'],
    ],
    [
      'fills a formatted text from a plain one',
      change({ do: 'fill', attribute: 'description', ...en, from: { attribute: 'summary', storefront: null, ...en } }),
      { 'summary@/en-GB': 'A < B\nC' },
      '<p>A &lt; B</p><p>C</p>',
    ],
    [
      'fills points from a text, and a text from points',
      change({
        do: 'fill',
        attribute: 'description',
        ...en,
        from: { attribute: 'key-points', storefront: null, ...en },
      }),
      { 'key-points@/en-GB': ['<strong>Dry</strong>', 'Light'] },
      '<ul><li><strong>Dry</strong></li><li>Light</li></ul>',
    ],
    [
      'fills a storefront’s value from the general one',
      change({
        do: 'fill',
        attribute: 'grade',
        storefront: 'ch',
        from: { attribute: 'grade', storefront: null, language: null },
      }),
      { grade: 4 },
      4,
    ],
    [
      'fills nothing from nothing',
      change({ do: 'fill', attribute: 'summary', ...en, from: { attribute: 'description', storefront: null, ...en } }),
      { 'summary@/en-GB': 'Stays' },
      'unchanged',
    ],
  ])('%s', (_, c, values, expected) => expect(made(c, values)).toEqual(expected))

  it('says why it cannot be made to a product, and changes nothing of it then', () => {
    const long = change({
      do: 'fill',
      attribute: 'name',
      ...en,
      from: { attribute: 'summary', storefront: null, ...en },
    })
    expect(made(long, { 'summary@/en-GB': 'x'.repeat(600) })).toMatch(
      /^!This text has 600 characters; 500 are the most/,
    )
  })

  it.each<[string, BulkChange, string]>([
    ['an attribute that there is not', change({ do: 'clear', attribute: 'nothing' }), 'attribute'],
    ['a language that is wanted', change({ do: 'clear', attribute: 'name' }), 'language'],
    ['a language that is not', change({ do: 'clear', attribute: 'weight', ...en }), 'language'],
    [
      'a storefront where there is one value for all',
      change({ do: 'clear', attribute: 'weight', storefront: 'uk' }),
      'storefront',
    ],
    ['a storefront that there is not', change({ do: 'clear', attribute: 'grade', storefront: 'mars' }), 'storefront'],
    ['a kind that does not fit the attribute', change({ do: 'append', attribute: 'weight', value: '1 kg' }), 'do'],
    ['no value', change({ do: 'set', attribute: 'material', value: '' }), 'value'],
    ['a value that is none of the options', change({ do: 'set', attribute: 'material', value: 'gold' }), 'value'],
    ['a unit of another family', change({ do: 'set', attribute: 'weight', value: '1 m' }), 'value'],
    ['nothing to look for', change({ do: 'replace', attribute: 'name', ...en, find: '', with: 'x' }), 'find'],
    [
      'the same to look for and to put',
      change({ do: 'replace', attribute: 'name', ...en, find: 'x', with: 'x' }),
      'with',
    ],
    ['no field to fill from', change({ do: 'fill', attribute: 'name', ...en }), 'from'],
    [
      'the field itself',
      change({ do: 'fill', attribute: 'grade', from: { attribute: 'grade', storefront: null, language: null } }),
      'from',
    ],
    [
      'a field of another sort',
      change({ do: 'fill', attribute: 'weight', from: { attribute: 'grade', storefront: null, language: null } }),
      'from',
    ],
    [
      'a wrong scope of the field to fill from',
      change({ do: 'fill', attribute: 'model', from: { attribute: 'name', storefront: null, language: null } }),
      'from.language',
    ],
  ])('is refused for %s', (_, c, path) => expect(checkBulkChange(c, setup).map((p) => p.path)).toEqual([path]))

  it('goes to whoever has the attribute by type, or to parents, variants or both', () => {
    const gloves = family(product('G', { type: 'glove' }), product('G-S'), product('G-M'))
    const lone = single(product('B'))
    const skus = (f: typeof gloves, attribute: string, members: BulkChange['members']) =>
      membersOf(f, { attribute, members }, setup).map((p) => p.sku)
    expect([
      skus(gloves, 'size', 'fitting'),
      skus(gloves, 'material', 'fitting'),
      skus(lone, 'size', 'fitting'),
    ]).toEqual([['G-S', 'G-M'], ['G'], ['B']])
    expect([
      skus(gloves, 'size', 'parents'),
      skus(gloves, 'size', 'variants'),
      skus(gloves, 'size', 'both'),
      skus(lone, 'size', 'variants'),
    ]).toEqual([['G'], ['G-S', 'G-M'], ['G', 'G-S', 'G-M'], []])
    expect(
      membersOf(single(product('X', { type: 'unknown' })), { attribute: 'size', members: 'fitting' }, setup),
    ).toEqual([])
  })

  it('is named in words', () => {
    expect(bulkTitle(change({ do: 'set', attribute: 'weight', value: { value: 1.2, unit: 'kg' } }), setup)).toBe(
      'Set weight to “1.2 kg”',
    )
    expect(bulkTitle(change({ do: 'replace', attribute: 'name', ...en, find: 'a', with: 'b' }), setup)).toBe(
      'Replaced “a” with “b” in name',
    )
    expect(
      bulkTitle(
        change({
          do: 'fill',
          attribute: 'summary',
          ...en,
          from: { attribute: 'description', storefront: null, ...en },
        }),
        setup,
      ),
    ).toBe('Filled summary from description')
  })
})

it('refuses patterns and templates that cannot be used, and fields that have no such change', () => {
  const paths = (c: BulkChange) => checkBulkChange(c, setup).map((p) => p.path)
  expect(paths(change({ do: 'replace', attribute: 'name', ...en, find: '(', pattern: true }))).toEqual(['find'])
  expect(paths(change({ do: 'replace', attribute: 'name', ...en, find: 'a', with: '$1', pattern: true }))).toEqual([
    'with',
  ])
  expect(paths(change({ do: 'template', attribute: 'name', ...en, value: '{nothing}' }))).toEqual(['value'])
  expect(paths(change({ do: 'template', attribute: 'name', ...en, value: '{name}' }))).toEqual(['value'])
  expect(paths(change({ do: 'convert', attribute: 'weight', unit: 'mm' }))).toEqual(['unit'])
  expect(paths(change({ do: 'clear', attribute: 'field:status' }))).toEqual(['do'])
  expect(paths(change({ do: 'set', attribute: 'field:brand', value: 'nobody' }))).toEqual(['value'])
})
