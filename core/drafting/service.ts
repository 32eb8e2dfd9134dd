import type { Value } from '../attributes/attribute'
import type { Style } from '../house-style/style'
import type { DraftFact } from './facts'
import type { StepKindName } from './recipe'

/** What a drafting service is asked. All of it is plain data, so that it can cross a wire. */
export interface DraftRequest {
  step: StepKindName
  /** What the person wants, in words, with every inline value filled in. */
  instruction: string
  /** A BCP 47 tag. */
  language: string
  product: {
    sku: string
    type: string
    /** What its type is called in the language. */ noun: string
    name: string | null
    brand: string | null
  }
  facts: readonly DraftFact[]
  /** What earlier steps wrote, and what stands on the product where they wrote nothing, by attribute. */
  texts: Readonly<Record<string, Value>>
  /** The house style of each attribute that is written: lengths, voice, banned words. */
  styles: Readonly<Record<string, Style>>
  /** Words of names that are taken already or to be avoided, folded. */
  taken: readonly string[]
  /** The same seed gives the same draft. */
  seed: number
}

/** A text that was drafted. */
export interface DraftText {
  /** The attribute, or `alternative` for the text that stands for a picture. */
  field: string
  value: Value
  /** The attributes whose facts it says. */
  facts: string[]
  /** Others that would do as well. */
  alternatives?: Value[]
}

export interface Draft {
  texts: DraftText[]
  /** What it cost, in the service's units. */
  units: number
  /** What could not be done as it was asked, for people. */
  notes: string[]
}

/** What writes drafts. The one that ships is deterministic; a language model could stand behind the same interface. */
export interface DraftingService {
  name: string
  /** What its units are, for people. */
  unit: string
  /** The languages it writes, as BCP 47 primary subtags. */
  languages: readonly string[]
  /** Throws a DraftingProblem where it cannot answer. */
  draft(request: DraftRequest): Promise<Draft>
}

/** That a service does not answer, or cannot do what is asked; the message is for people. */
export class DraftingProblem extends Error {}
