/** What a rule is asked through: a storefront, a customer group or none, a moment. */
export interface FactLens {
  storefront: string
  group: string | null
  moment: number
}

/** A fact as rules see it; undefined is a missing value. */
export type FactValue = number | string | boolean | string[]

/**
 * The facts of one product as rules and JsonLogic read them: folded texts, canonical numbers, day numbers,
 * lists for what has many values; what is missing is absent. A parent's variant facts stand in `variants` only;
 * each variant holds the parent's facts beside its own. A single product is its own only variant.
 */
export interface Facts {
  today: number
  currency: string
  variants?: Facts[]
  [key: string]: FactValue | Facts[] | undefined
}
