import type { Coded } from './coded'

/**
 * What a translation service is asked: segments of one text or of many. All of it is plain data, so that it can cross a
 * wire.
 */
export interface MachineRequest {
  segments: readonly Coded[]
  /** BCP 47 tags. */
  source: string
  target: string
  /** Terms with their one right translation. */
  terms: readonly { term: string; translation: string }[]
}

export interface MachineAnswer {
  /** A coded text with the source's placeholders. */
  text: string
  /** The words that it could not translate, and left as they are. */
  unknown: string[]
}

/**
 * What translates. The one that ships knows words and phrases; a real service could stand behind the same interface.
 */
export interface MachineTranslation {
  name: string
  /** The languages it translates from and into, as BCP 47 primary subtags. */
  languages: readonly string[]
  /** An answer to each segment, in their order. Throws a MachineProblem where it cannot answer. */
  translate(request: MachineRequest): Promise<MachineAnswer[]>
}

/** That a service does not answer, or cannot do what is asked; the message is for people. */
export class MachineProblem extends Error {}
