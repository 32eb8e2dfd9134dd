import { expect, it } from 'vitest'
import type { AttributeTypeName, Value } from '@core/attributes/attribute'
import { carriedOver } from '@core/attributes/carry'
import { checkedValue } from '@core/attributes/checked-value'
import { testSetup } from '../../world'

const byType: Partial<Record<AttributeTypeName, string>> = {
  text: 'model',
  'long-text': 'summary',
  'rich-text': 'description',
  'key-points': 'key-points',
  table: 'chart',
  'box-contents': 'in-the-box',
  number: 'grade',
  measure: 'weight',
  choices: 'mounting',
  date: 'launched',
  media: 'pictures',
  file: 'guides',
}
const setup = testSetup()
const attribute = (type: AttributeTypeName) => setup.attributes.get(byType[type]!)!
/** A value of one type as another takes it. */
const carried = (value: Value, from: AttributeTypeName, to: AttributeTypeName) =>
  checkedValue(carriedOver({ value, attribute: attribute(from) }, attribute(to)), attribute(to))

const box = [
  { quantity: 2, item: 'hook, short' },
  { quantity: 1, item: 'pump' },
]
it.each<[string, Value, AttributeTypeName, AttributeTypeName, Value]>([
  [
    'the contents of a box line by line, commas and all',
    box,
    'box-contents',
    'key-points',
    ['2\u00a0× hook, short', '1\u00a0× pump'],
  ],
  [
    'the contents of a box as lines of a long text',
    box,
    'box-contents',
    'long-text',
    '2\u00a0× hook, short\n1\u00a0× pump',
  ],
  [
    'the contents of a box as a list',
    box,
    'box-contents',
    'rich-text',
    '<ul><li>2\u00a0× hook, short</li><li>1\u00a0× pump</li></ul>',
  ],
  ['the contents of a box in one line', box, 'box-contents', 'text', '2 × hook, short, 1 × pump'],
  [
    'points into a box, each with its number',
    ['2 × strap', 'lock | key'],
    'key-points',
    'box-contents',
    [
      { quantity: 2, item: 'strap' },
      { quantity: 1, item: 'lock | key' },
    ],
  ],
  [
    'paragraphs as points',
    '<p>Dry &amp; light.</p><p>Rolls <strong>up</strong>.</p>',
    'rich-text',
    'key-points',
    ['Dry &amp; light.', 'Rolls <strong>up</strong>.'],
  ],
  ['points as paragraphs of plain text', ['Dry', 'Light'], 'key-points', 'long-text', 'Dry\nLight'],
  [
    'rows of a table as lines',
    [
      ['size', 'cm'],
      ['S', '54'],
    ],
    'table',
    'long-text',
    'size|cm\nS|54',
  ],
  ['lines as rows of a table', 'S\nM', 'long-text', 'table', [['S'], ['M']]],
  ['a number as text', 7, 'number', 'text', '7'],
  ['text as a number', '7.5', 'text', 'number', 7.5],
  ['a measure with its unit', { value: 1.2, unit: 'kg' }, 'measure', 'text', '1.2 kg'],
  ['several choices as points', ['rack', 'frame'], 'choices', 'key-points', ['rack', 'frame']],
  ['pictures as files', ['a.jpg', 'b.pdf'], 'media', 'file', ['a.jpg', 'b.pdf']],
])('carries %s', (_what, value, from, to, expected) => {
  expect(carried(value, from, to)).toEqual(expected)
})

it('no text is given to a plain one with the addresses of its values', () => {
  const value = '<p>Holds <data value="attribute:volume"></data>.</p>'
  expect(() => carried(value, 'rich-text', 'long-text')).toThrow(/holds the value “volume”/)
})
