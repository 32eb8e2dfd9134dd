import type { AttributeTypeName, Value } from '@core/attributes/attribute'
import type { TranslationState } from '@core/translation/state'

/** One translatable text of a record, as the server gives it. */
export interface Unit {
  unit: string
  label: string
  type: AttributeTypeName
  storefront: string | null
  source: Value
  target: Value | null
  state: TranslationState | null
  stale: boolean
  madeFrom: Value | null
}

export interface Units {
  record: string
  title: string
  source: string
  language: string
  units: Unit[]
}
