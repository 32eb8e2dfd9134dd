import type { AnyOf } from '@contracts/schema'
import type { Operation } from '@contracts/operations'

// Requests that the contract allows, and such as it does not: made from what it says of each operation, by a seed, with
// values of wrong types, missing and unknown fields, and values that are larger or stranger than any person would send.

/** What no field is glad of. */
const nasty: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  2.5,
  3e9,
  1e12,
  1e308,
  -1e308,
  9_007_199_254_740_993,
  '',
  ' ',
  'x',
  '__proto__',
  'constructor',
  'a\u0000b',
  '\ud800',
  '\udfff and more',
  '%00',
  "'; drop table product; --",
  '../../etc/passwd',
  '2026-13-45',
  '2026-02-30T25:61',
  '99999999999999999999',
  'x'.repeat(70_000),
  '😀'.repeat(300),
  '\u202e\u0007',
  '<script>alert(1)</script>',
  '<p>' + '<b>'.repeat(300) + 'deep',
  [],
  [null],
  [[[[[[]]]]]],
  {},
  { toString: 'no' },
  { __proto__: null, constructor: { prototype: {} } },
  { field: 'stock', is: 'at-least', value: 2.5 },
  { field: 'stock', is: 'one-of', value: [1.5, 3e9] },
  { field: 'created', is: 'within-days', value: 1e12 },
  { field: 'sku', is: 'between', value: ['\u0000', 'z'] },
  { field: 'rule', is: 'equals', value: 'none' },
  { all: [{ any: [{ none: [{ variant: { field: 'price', is: 'above', value: '1e9 GBP' } }] }] }] },
  { '>=': [{ var: 'created' }, 1e12] },
  { '==': [{ var: 'price' }, { var: 'price' }] },
]

/** What fields of a name often hold, so that requests come as far as the work behind them. */
const usual: Record<string, readonly unknown[]> = {
  storefront: ['uk', 'ch', 'jp', 'nowhere'],
  language: ['en-GB', 'fr-CH', 'ja-JP', 'tlh', 'x-private'],
  source: ['en-GB'],
  target: ['fr-CH', { storefront: 'ch', language: 'fr-CH' }],
  sku: ['PE-1830', 'KZ-0316', 'none'],
  skus: [['PE-1830'], ['none']],
  record: ['product:PE-1830', 'piece:rack-fit', 'nothing:none'],
  code: ['pannier', 'rack-fit', 'weight', 'panniers'],
  attribute: ['weight', 'summary', 'size', 'none'],
  field: ['summary', 'name'],
  condition: [{ field: 'type', is: 'equals', value: 'pannier' }],
  filter: [{ field: 'type', is: 'equals', value: 'pannier' }, { all: [] }],
  logic: [{ '==': [{ var: 'type' }, 'pannier'] }],
  at: ['2026-11-29T10:00:00Z', '2026-11-29'],
  cursor: ['x', '0', 'eyJ4Ijp9', '-1'],
  q: ['rack', '%', '_'],
  format: ['csv', 'xliff-2.1', 'tmx', 'xlsx', 'jsonl'],
  mode: ['check'],
  text: ['A text with @weight and <b>marks</b>'],
  body: ['<p>A text</p>'],
  html: ['<p>A text</p>'],
  id: [1, '1', 'none'],
  unit: ['attribute:summary', 'name', 'none'],
  columns: [['weight', 'summary'], ['none']],
}

interface Description {
  type?: string
  keys?: Record<string, Description>
  items?: Description[]
  matches?: { schema?: Description; is?: Description; then?: Description; otherwise?: Description }[]
  allow?: unknown[]
  flags?: { only?: boolean; presence?: string }
  rules?: { name: string; args?: Record<string, unknown> }[]
}

/** Makes requests for operations; the same for the same seed. */
export class RequestMaker {
  constructor(private readonly random: () => number) {}

  private pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!
  }

  private usual(name: string, description: Description, depth: number): unknown {
    const known = usual[name]
    if (known && this.random() < 0.8) return this.pick(known)
    const allowed = description.allow?.filter((value) => typeof value !== 'object' || value === null) ?? []
    if (description.flags?.only && allowed.length > 0) return this.pick(allowed)
    switch (description.type) {
      case 'object':
        return this.object(description, depth)
      case 'array':
        return this.array(name, description, depth)
      case 'boolean':
        return this.random() < 0.5
      case 'number':
        return this.pick([0, 1, 2, 10, 100])
      case 'string':
        return this.pick(['x', 'rack-fit', 'A name', '2026-11-29'])
      case 'alternatives': {
        const schemas = (description.matches ?? []).flatMap((m) => m.schema ?? m.then ?? [])
        return schemas.length > 0 ? this.usual(name, this.pick(schemas), depth) : null
      }
      default:
        return this.pick([1, 'x', null, {}, []])
    }
  }

  private array(name: string, { items = [] }: Description, depth: number): unknown[] {
    if (items.length === 0 || depth > 5) return []
    const one = name.replace(/s$/, '')
    return Array.from({ length: Math.floor(this.random() * 3) }, () => this.usual(one, this.pick(items), depth + 1))
  }

  private object({ keys = {} }: Description, depth: number): Record<string, unknown> {
    const out: Record<string, unknown> = {}
    if (depth > 6) return out
    for (const [name, inner] of Object.entries(keys)) {
      const isRequired = inner.flags?.presence === 'required'
      if (isRequired || this.random() < 0.7) out[name] = this.usual(name, inner, depth + 1)
    }
    return out
  }

  /** Puts something nasty at one place of a body, leaves a field out, or adds one. */
  private spoil(value: unknown): unknown {
    if (typeof value !== 'object' || value === null || this.random() < 0.15) return this.pick(nasty)
    if (Array.isArray(value)) {
      if (value.length === 0) return [this.pick(nasty)]
      const at = Math.floor(this.random() * value.length)
      return value.map((inner, i) => (i === at ? this.spoil(inner) : inner))
    }
    const names = Object.keys(value)
    const roll = this.random()
    if (names.length === 0 || roll < 0.1) return { ...value, unheardOf: this.pick(nasty) }
    const name = this.pick(names)
    const copy: Record<string, unknown> = { ...value }
    if (roll < 0.25) Reflect.deleteProperty(copy, name)
    else copy[name] = this.spoil(copy[name])
    return copy
  }

  private described(schema: AnyOf): Description {
    return schema.describe() as unknown as Description
  }

  /** A request for an operation: its address, and its body where it has one. */
  request(operation: Operation): { at: string; json?: unknown; text?: string } {
    const param = (name: string) => {
      const value = this.random() < 0.6 ? this.pick(usual[name] ?? ['1', 'x']) : this.pick(nasty)
      return encodeSafely(asText(value))
    }
    const pathname = operation.path.replace(/\{(\w+)\}/g, (_, name: string) => param(name) || 'x')
    const search = new URLSearchParams()
    if (operation.query) {
      const made = this.object(this.described(operation.query), 0)
      const sent = this.random() < 0.5 ? made : this.spoil(made)
      const named = typeof sent === 'object' && sent !== null && !Array.isArray(sent) ? sent : { q: sent }
      for (const [name, value] of Object.entries(named)) search.set(name, asText(value))
    }
    const at = search.size > 0 ? `${pathname}?${search}` : pathname
    if (!operation.body) return { at }
    if (operation.bodyType && !operation.bodyType.includes('json')) return { at, text: asText(this.pick(nasty)) }
    const body = this.usual('', this.described(operation.body), 0)
    const roll = this.random()
    if (roll < 0.2) return { at, json: body }
    return { at, json: roll < 0.95 ? this.spoil(body) : this.pick(nasty) }
  }
}

/** A value as it stands in an address or a file. */
const asText = (value: unknown) => (typeof value === 'string' ? value : (JSON.stringify(value) ?? '')).slice(0, 300)

/** Halves of surrogate pairs have no place in an address. */
function encodeSafely(text: string): string {
  try {
    return encodeURIComponent(text)
  } catch {
    return '%ED%A0%80'
  }
}
