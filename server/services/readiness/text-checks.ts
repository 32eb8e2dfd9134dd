import { createHash } from 'node:crypto'
import type { Attribute, Value } from '@core/attributes/attribute'
import { checksVersion, checkText } from '@core/house-style/check-text'
import type { TextFinding } from '@core/house-style/finding'
import type { Style } from '@core/house-style/style'
import { textOf } from '@core/translation/state'
import type { Db } from '../../db/connect'
import { keepTextChecks, readTextChecks } from '../../db/queries/house-style'

/** Texts up to this length are checked quicker than what is known of them is found. */
const longFrom = 160

const lengthOf = (value: Value) => (typeof value === 'string' ? value.length : textOf(value).length)

/** The digest under which a text's findings are kept: of the text, its type, and all that it is held to. */
export function keyOfText(value: Value, attribute: Pick<Attribute, 'type'>, style: Style): string {
  const hex = createHash('sha256')
    .update(`${checksVersion}\n${attribute.type}\n${style.key}\n${textOf(value)}`)
    .digest('hex')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-${hex.slice(12, 16)}-${hex.slice(16, 20)}-${hex.slice(20, 32)}`
}

/**
 * What the house style finds in the texts of some products: kept findings where there are any, and those that are new.
 */
export class TextChecks {
  private known = new Map<string, TextFinding[] | null>()
  private readonly fresh = new Map<string, TextFinding[]>()

  /** Looks up what is known of texts, all at once. */
  async expect(db: Db, texts: Iterable<{ value: Value; attribute: Attribute; style: Style }>): Promise<void> {
    const keys = new Set<string>()
    for (const { value, attribute, style } of texts)
      if (lengthOf(value) > longFrom) keys.add(keyOfText(value, attribute, style))
    this.known = await readTextChecks(db, [...keys])
  }

  /** What is found in a text. */
  findings(value: Value, attribute: Attribute, style: Style): readonly TextFinding[] {
    if (lengthOf(value) <= longFrom) return checkText(value, attribute.type, style)
    const key = keyOfText(value, attribute, style)
    const known = this.known.get(key) ?? this.fresh.get(key)
    if (known !== undefined) return known ?? []
    if (this.known.has(key)) return []
    const found = checkText(value, attribute.type, style)
    this.fresh.set(key, found)
    return found
  }

  /** Keeps what was found anew. */
  async keep(db: Db): Promise<void> {
    await keepTextChecks(db, this.fresh)
  }
}
