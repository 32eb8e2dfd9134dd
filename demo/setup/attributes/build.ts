import type { Attribute, Option } from '@core/attributes/attribute'
import type { Labels } from '@core/language/labels'
import { labels } from '../labels'

const base = {
  help: {},
  family: null,
  unit: null,
  options: [],
  translatable: false,
  perStorefront: false,
  serves: [],
  allowed: null,
} satisfies Partial<Attribute>
export const plain = (
  code: string,
  type: Attribute['type'],
  names: Labels,
  more: Partial<Attribute> = {},
): Attribute => ({
  ...base,
  serves: ['text', 'number', 'yes-no', 'choice', 'choices', 'date'].includes(type) ? ['facts'] : [],
  code,
  type,
  labels: names,
  ...more,
})
export const measure = (code: string, family: Attribute['family'], unit: string, ...names: string[]): Attribute =>
  plain(code, 'measure', labels(...names), { family, unit, serves: ['facts', 'comparison'] })
export const option = (code: string, ...names: string[]) => ({ code, labels: labels(...names) })
export const swatched = (swatch: string, o: Option) => ({ ...o, swatch })
export const help = (text: string) => ({ help: { 'en-GB': text } })
