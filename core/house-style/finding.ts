import type { TextCheckCode } from './kinds'
import type { Style } from './style'
import type { TextView } from './view'

/** What a check of the house style found in a text. */
export interface TextFinding {
  code: string
  level: 'blocker' | 'remark'
  message: string
  /** Where: the stretch (block, point, line) and the UTF-16 units in it; all of the text where it is not said. */
  at?: { stretch: number; from: number; to: number }
  /** What would stand there, where there is one right answer. */
  fix?: string
}

export type Found = Omit<TextFinding, 'code' | 'level'>

/** One check of texts. Adding one is adding an entry here and in `kinds.ts`, and its test. */
export interface TextCheck {
  code: TextCheckCode
  find(text: TextView, style: Style): Found[]
}
