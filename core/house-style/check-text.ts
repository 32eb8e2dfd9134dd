import type { AttributeTypeName, Value } from '../attributes/attribute'
import { formatting } from './checks/formatting'
import { lengths } from './checks/lengths'
import { reading } from './checks/reading'
import { typography } from './checks/typography'
import { words } from './checks/words'
import type { TextCheck, TextFinding } from './finding'
import { textCheckKinds } from './kinds'
import type { Style } from './style'
import { viewOf } from './view'

/** Every check of texts, in the order in which findings are told. */
export const textChecks: readonly TextCheck[] = [...words, ...lengths, ...formatting, ...typography, ...reading]

/** Rises when a check finds otherwise than before, so that findings that were kept are made anew. */
export const checksVersion = 1

/** What the house style finds in a text. */
export function checkText(value: Value, type: AttributeTypeName, style: Style): TextFinding[] {
  const view = viewOf(value, type, style.language)
  return textChecks.flatMap(({ code, find }) =>
    find(view, style).map((f): TextFinding => ({ code, level: textCheckKinds[code].level, ...f })),
  )
}
