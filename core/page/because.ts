import type { AssignmentName, ReachReason } from '../assignments/assignment'
import type { Explanation } from '../rules/explain'

/**
 * What put a part where it is: the reach of an assignment, the layout, the product's own piece, a split of its
 * description, its own choice of questions.
 */
export type PutBy = ReachReason | 'layout' | 'own' | 'split' | 'picked'

/** A piece by its code, and what it is called inside. */
export interface ReplacedPiece {
  code: string
  name: string
}

/** Why a part is where it is. */
export interface Because {
  /** The assignment that brought it, or null where none did. */
  assignment: AssignmentName | null
  order: number
  reach: PutBy
  /**
   * Of parts that were candidates: their rule, condition by condition. Why others were none is asked one by one
   * (`explainReach`).
   */
  explanation: Explanation | null
  language: { title: string; body: string } | null
  /** Other assignments that would have brought the same piece. */
  also: readonly AssignmentName[]
  /** The piece whose place it took, by its code and its name. */
  replaces?: ReplacedPiece
}

export interface Shown {
  piece: string
  kind: string
  title: string
  html: string
  sign?: string
  because: Because
  /** Of the FAQ: each question by itself. */
  questions?: Shown[]
}

export interface LeftOut {
  piece: string
  title: string
  area: string
  reason: string
  because: Because | null
}

export const nobody: readonly AssignmentName[] = []

/** A reason that no assignment is part of. */
export function becauseOf(reach: PutBy, order: number): Because {
  return { assignment: null, order, reach, explanation: null, language: null, also: nobody }
}
