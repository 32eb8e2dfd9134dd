import type { ReachReason } from '@core/assignments/assignment'
import type { Collision } from '@core/assignments/collisions'
import type { Explanation } from '@core/rules/explain'
import type { JsonLogic } from '@core/rules/json-logic-out'

/** The products that a condition finds: their number and a page of SKUs in order. */
export interface Found {
  count: number
  skus: string[]
  next: string | null
}

export interface NamedProduct {
  sku: string
  name: string
}

/** What an assignment reaches in one storefront, and what that gains and loses against the saved one. */
export interface StorefrontReach {
  storefront: string
  count: number
  gained: number
  lost: number
  gainedSample: NamedProduct[]
  lostSample: NamedProduct[]
}

export interface SayableCollision extends Omit<Collision, 'sample'> {
  sample: NamedProduct[]
}

/** An inline value that pieces name and some of the products do not have. */
export interface EmptyValue {
  address: string
  piece: string
  empty: number
  of: number
  needed: boolean
}

export interface BeforeSaving {
  storefronts: StorefrontReach[]
  collisions: SayableCollision[]
  empty: EmptyValue[]
}

/** Why a rule reaches a product, or why not. */
export interface ExplainedRule {
  sku: string
  /** The product whose facts were asked: itself, or its parent. */
  asked: string
  met: boolean
  explanation: Explanation
  sentence: string
  logic: JsonLogic
}

/** Why an assignment reaches a product, or why not; without a tree where no rule was asked. */
export interface ExplainedReach extends Omit<ExplainedRule, 'explanation'> {
  reason: ReachReason
  explanation: Explanation | null
}

/** Products by number, and the first of them. */
export interface SampledProducts {
  count: number
  sample: NamedProduct[]
}

/** What an assignment that is being written would reach. */
export interface TriedReach extends SampledProducts {
  /** The storefront that was asked. */
  storefront: string
  /** Against the saved one; null where there is none. */
  gained: SampledProducts | null
  lost: SampledProducts | null
  sentence: string
  logic: JsonLogic
  product: TriedProduct | null
}

export interface TriedProduct {
  sku: string
  asked: string
  name: string
  reached: boolean
  reason: ReachReason
  explanation: Explanation | null
}

/** How many of the products that a piece reaches have a value, by address. */
export interface ReachFill {
  count: number
  assigned: { code: string; name: string }[]
  /** One of the products. */
  sample: string | null
  values: { address: string; label: string; filled: number }[]
}

export interface ListedAssignment {
  code: string
  number: number
  name: string
  pieces: string[]
  sets: string[]
  replaces: string | null
  /** The names of its pieces and sets, and of the piece that it replaces. */
  names: string[]
  replacesName: string | null
  area: string
  order: number
  resting: boolean
  campaign: string | null
  /** Its reach and its limits in words. */
  sentence: string
  limits: string
}

/** What each assignment does in a storefront now, by its code; those that its limits leave out have no numbers. */
export interface AssignmentReaches {
  storefront: string
  assignments: Record<
    string,
    {
      products: number
      /** Pages in all languages of the storefront that show something of it at this moment. */
      pages: number
      /** How often it and others get in each other's way. */
      conflicts: number
    }
  >
  /** The storefronts that each may be shown in, by its code. */
  storefronts: Record<string, string[]>
}

/** Where each piece that something brings stands now, by its code: in one storefront, and in which storefronts at all. */
export interface PieceReaches {
  storefront: string
  pieces: Record<string, { products: number; pages: number; storefronts: string[] }>
}
