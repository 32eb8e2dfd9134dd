import type { PoolItem } from '@core/pool/item'

/** What is asked of a pool: whether one property of an item should not rather be something else. */
export interface PoolQuestion {
  /** Ours; a question that is sent twice under one number is one question. */
  id: string
  gtin: string
  property: string
  proposed: string
  reason: string
}

export interface PoolAnswer {
  id: string
  agreed: boolean
  words: string
}

/** A shared file of items by GTIN, kept by those who make them. */
export interface DataPool {
  /** What people know it by. */
  name: string
  /** Items by GTIN, for those that there are. Throws PoolProblem where it does not answer. */
  byGtin(gtins: readonly string[]): Promise<PoolItem[]>
  /** Items of a brand whose model has the given words in it, in GTIN order. Throws PoolProblem. */
  byModel(brand: string, model: string, most: number): Promise<PoolItem[]>
  /** Sends a question. Throws PoolProblem. */
  ask(question: PoolQuestion): Promise<void>
  /** The answers that have come to some questions. Throws PoolProblem. */
  answers(ids: readonly string[]): Promise<PoolAnswer[]>
}

/** Why a pool cannot be asked, in a sentence that says what to do. */
export class PoolProblem extends Error {}
