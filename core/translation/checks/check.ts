import type { NameOf } from '../../catalogue/inline-name'
import type { Coded } from '../coded'
import type { Glossary, Place } from '../glossary'

/** What a check of a target sees: one segment with its source. */
export interface Looked {
  source: Coded
  /** The coded target; placeholders are the source's, and those beyond them. */
  target: Coded
  languages: { source: string; target: string }
  /** The words of both; a placeholder that stands alone is one sign (U+FFFC), marks are nothing. */
  words: { source: string; target: string }
  glossary: Glossary | undefined
  /** The most user-perceived characters that the target may have; null is any. */
  most: number | null
  /** Formatting that texts of the target's language do without, by tag. */
  without: readonly string[]
  /** Other targets of the same source in what is looked at. */
  others: readonly string[]
  /** Whether the target is as a machine wrote it. */
  byMachine: boolean
  /** What an inline value is called, by its address. */
  inlineName: NameOf
}

export interface TargetFinding {
  code: string
  level: 'blocker' | 'remark'
  message: string
  /** Where in the words of the target, in UTF-16 units; all of it where it is not said. */
  at?: Place
  /** What would stand there, where there is one right answer. */
  fix?: string
}

/** One check of targets. Adding one is adding an entry to the registry, and its test. */
export interface TargetCheck {
  code: string
  level: 'blocker' | 'remark'
  label: string
  find(looked: Looked): Omit<TargetFinding, 'code' | 'level'>[]
}
