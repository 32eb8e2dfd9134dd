import { capitalised } from '@core/language/letters'
import { specialShown } from '@core/bulk/specials'
import type { Price, RangeEntry, Relation } from '@core/catalogue/model'
import { relationShown } from '@core/catalogue/relation-words'
import type { Condition } from '@core/rules/condition'
import { fieldLabels, type SheetField } from '@core/sheet/columns'
import { formatMoney } from '@core/units/format'
import { ruleSentence } from './ruleSentence'

/** What parts of records are called, by the path of a difference; those of products are called as in the sheet. */
const partWords: Record<string, string> = {
  specials: fieldLabels['special-prices'],
  carried: 'Data from other systems',
  name: 'Name',
  note: 'Note',
  owner: 'Owner',
  pieces: 'Pieces',
  sets: 'Question sets',
  questions: 'Questions',
  area: 'Area',
  order: 'Order',
  replaces: 'Replaces',
  resting: 'Paused',
  needed: 'Required values',
  rule: 'Rule',
  skus: 'Products',
  from: 'From',
  to: 'Until',
  storefronts: 'Storefronts',
  languages: 'Languages',
  groups: 'Customer groups',
  campaign: 'Campaign',
  editions: 'Languages',
  facts: 'Storefront facts',
  pages: 'Standing pages',
  phrases: 'Phrases',
  menu: 'Menu',
  layout: 'Layout',
  labels: 'Labels',
  options: 'Options',
  names: 'Names',
  texts: 'Texts',
  'reach.base': 'Products',
  'reach.rule': 'Rule',
  'reach.chosen': 'Chosen products',
  'reach.added': 'Added products',
  'reach.leftOut': 'Excluded products',
  'reach.eachVariant': 'Match each variant separately',
}

type Special = Omit<Price, 'special'>

const kebabCase = (name: string) => name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`)

/** How paths and values of a history are said to people: by the names of what they are, not by their codes. */
export function useHistoryWords() {
  const setup = useSetupStore()

  /** A scope such as `ch/fr-CH`, `/fr-CH` or `ch/`, by name; '' where there is none. */
  function scopeWords(scope: string | undefined): string {
    if (!scope) return ''
    const [storefront, language] = scope.split('/') as [string, string | undefined]
    if (storefront && language) return setup.editionName(storefront, language)
    return language ? languageName(language) : setup.storefrontName(storefront)
  }

  /** What stands at a path: “Summary, French (Switzerland)”. */
  function pathWords(path: string): string {
    const [what, scope] = path.replace(/^(state|source):/, '').split('@') as [string, string | undefined]
    const prefix = path.startsWith('state:') ? 'State of ' : path.startsWith('source:') ? 'Source of ' : ''
    const named = prefix === '' ? nameOf(what) : `${prefix}${nameOf(what).toLowerCase()}`
    return [named, scopeWords(scope)].filter(Boolean).join(', ')
  }

  function nameOf(what: string): string {
    if (what.startsWith('attribute:')) {
      const code = what.slice('attribute:'.length)
      return setup.label(setup.attributes.get(code)?.labels, code)
    }
    if (what.startsWith('carried:')) return what.slice('carried:'.length)
    if (what === 'price') return 'Base price'
    const label = partWords[what] ?? fieldLabels[kebabCase(what) as SheetField]
    if (label) return label
    // A part of something: `limits.from`, `layout.areas`, `editions[0].asks`.
    const [head, ...rest] = what.split('.') as [string, ...string[]]
    if (head === 'limits' && rest[0]) return partWords[rest[0]] ?? capitalised(rest[0])
    const at = head.replace(/\[\d+\]$/, '')
    return [partWords[at] ?? capitalised(at), ...rest].join(', ')
  }

  /** A value at a path as people read it. */
  function valueWords(path: string, value: unknown): string {
    if (value === null || value === undefined || value === '') return 'nothing'
    const [what, scope] = path.split('@') as [string, string | undefined]
    if (what.startsWith('attribute:')) return attributeValue(what.slice('attribute:'.length), value)
    if (what === 'price' && typeof value === 'number') return money(value, scope ?? '')
    if (what === 'specials')
      return (value as Special[]).map((special) => specialShown(special, setup.forCore)).join('; ')
    if (what === 'relations') return (value as Relation[]).map(relationShown).join(', ')
    if (what === 'range') return (value as RangeEntry[]).map((r) => setup.storefrontName(r.storefront)).join(', ')
    if (what.endsWith('rule')) return ruleWords(value)
    if (what === 'type') return setup.label(setup.types.get(String(value))?.labels, String(value))
    if (what === 'brand') return setup.brands.get(String(value))?.name ?? String(value)
    if (what === 'category' || what === 'categories') return [value].flat().map(categoryName).join(' · ')
    return valueShown(value)
  }

  const categoryName = (code: unknown) => setup.label(setup.categories.get(String(code))?.names, String(code))

  /** The value of an attribute: choices by their labels. */
  function attributeValue(code: string, value: unknown): string {
    const options = setup.attributes.get(code)?.options ?? []
    if (options.length === 0) return valueShown(value)
    const labelOf = (v: unknown) => setup.label(options.find((o) => o.code === v)?.labels, String(v))
    return [value].flat().map(labelOf).join(' · ')
  }

  function money(amount: number, storefront: string): string {
    const currency = setup.storefronts.find((s) => s.code === storefront)?.currency
    return currency ? formatMoney(amount, currency, interfaceLanguage) : numberShown(amount)
  }

  /** A rule as its sentence; one that does not fit any more, as it is written. */
  const ruleWords = (value: unknown): string => ruleSentence(value as Condition, setup.forCore) ?? valueShown(value)

  return { pathWords, valueWords }
}
