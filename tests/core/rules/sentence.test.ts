import { expect, it } from 'vitest'
import { sentenceOf } from '@core/rules/sentence'
import type { Condition } from '@core/rules/condition'
import { testSetup } from '../../world'

const setup = testSetup()
const t = (field: string, is: string, value?: unknown) =>
  ({ field, is, ...(value === undefined ? {} : { value }) }) as Condition

it.each<[Condition, string]>([
  [
    {
      all: [
        t('type', 'one-of', ['glove', 'bag']),
        t('price', 'between', ['35 GBP', '60 GBP']),
        { none: [t('brand', 'equals', 'oxbrook')] },
      ],
    },
    'Glove or bag, priced 35 to 60 GBP, not from Oxbrook',
  ],
  [{ all: [] }, 'Any product'],
  [{ any: [] }, 'No product'],
  [t('category', 'equals', 'bags'), 'In Bags'],
  [t('tags', 'equals', 'wet'), 'Tagged “wet”'],
  [
    { all: [t('list', 'one-of', ['spring', 'staff']), { none: [t('sold-in', 'equals', 'ch')] }] },
    'In the list “Spring window” or “Staff picks”, not sold in CH',
  ],
  [t('attribute:weight', 'at-most', '1.2 kg'), 'Weight at most 1.2 kg'],
  [t('attribute:weight', 'present', false), 'Without weight'],
  [t('attribute:reflective', 'equals', true), 'Reflective is yes'],
  [t('name@fr-CH', 'contains', 'pluie'), 'Name in fr-CH contains “pluie”'],
  [t('created', 'within-days', 1), 'Created within the last 1 day'],
  [t('available', 'equals', false), 'Not available'],
  [t('variant', 'equals', true), 'With variants'],
  [t('sku', 'like', 'PE-*'), 'SKU is like “PE-*”'],
  [
    { any: [t('type', 'equals', 'bag'), { all: [t('type', 'equals', 'glove'), t('stock', 'above', 3)] }] },
    'Bag or (glove and stock above 3)',
  ],
  [
    { variant: { all: [t('attribute:size', 'equals', 'S'), t('stock', 'above', 0)] } },
    'With one variant that is (size is S and stock above 0)',
  ],
  [{ none: [t('type', 'equals', 'bag'), t('name', 'contains', 'x')] }, 'Not bag and name does not contain “x”'],
])('%j reads “%s”', (rule, sentence) => expect(sentenceOf(rule, setup)).toBe(sentence))
