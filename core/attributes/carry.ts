import { lineNormalForm } from '../richtext/normal-form'
import { readNormalForm } from '../richtext/read'
import { escapeText, isElement, serialise, type RichNode } from '../richtext/tree'
import type { Attribute, Value } from './attribute'
import { isNotApplicable, mayNotApply } from './not-applicable'
import { attributeTypes } from './types/registry'
import { ValueProblem } from './types/shape'

/**
 * What stands instead of an inline value where a text goes into a field that cannot hold one: its words, or nothing.
 * Gets the address, such as `attribute:volume`. Throws ValueProblem where there is nothing to stand there.
 */
export type FillInline = (address: string) => string

const inlineValue = /<data value="([^"]*)"><\/data>/g

/** Texts of these types hold inline values. */
const holdsInline = (attribute: Attribute) => attributeTypes[attribute.type].formatted !== undefined

/** Nobody says what stands there: the text is not taken, rather than with an address where words belong. */
const refuseInline: FillInline = (address) => {
  const code = address.slice(address.indexOf(':') + 1)
  throw new ValueProblem('inline-value', `The text holds the value “${code}”, which a plain text cannot hold.`)
}

/** A text of marked-up words with its inline values replaced. */
function filled(value: Value, fill: FillInline): Value {
  const inText = (html: string) => html.replace(inlineValue, (_, address: string) => escapeText(fill(address)))
  return Array.isArray(value) ? (value as string[]).map(inText) : inText(String(value))
}

/** The blocks of a formatted text as lines with their marks and inline values; items of a list are lines of their own. */
function linesOf(html: string): string[] {
  const lines = (nodes: readonly RichNode[]): string[] =>
    nodes.flatMap((node) => {
      if (!isElement(node)) return [serialise([node])]
      return ['ul', 'ol'].includes(node.tag) ? lines(node.children) : [serialise(node.children)]
    })
  return lines(readNormalForm(html))
    .map(lineNormalForm)
    .filter((line) => line !== '')
}

/**
 * A value of one attribute as given to another of any type (not yet checked): formatting and inline values are kept where
 * the target can hold them, lists become points or rows, and facts go through their text. Where the target cannot hold
 * inline values, `fill` says what stands in their place; without it, a text that has some is a ValueProblem.
 */
export function carriedOver(
  source: { value: Value; attribute: Attribute },
  target: Attribute,
  fill: FillInline = refuseInline,
): unknown {
  const { attribute } = source
  if (isNotApplicable(source.value)) return mayNotApply(target, attributeTypes[target.type]) ? source.value : null
  if (attribute.type === target.type && attribute.family === target.family) return source.value
  const from = attributeTypes[attribute.type]
  const to = attributeTypes[target.type]
  if (!from.isText) return to.fromCell(from.toCell(source.value, attribute), target, '.')
  const value = losesInline(attribute, target) ? filled(source.value, fill) : source.value
  const english = { language: 'en', labels: [] }
  const shown = from.display(value, attribute, english)
  if (!to.fromText) return to.fromCell(shown.replace(/\s+/g, ' '), target, '.')
  return to.fromText({
    lines: from.lines?.(value, english) ?? shown.split('\n'),
    html: from.html?.(value, english),
    markedLines: from.formatted === 'blocks' ? linesOf(String(value)) : undefined,
  })
}

/** Whether a text that goes from one field into another meets inline values that the other cannot hold. */
export function losesInline(from: Attribute, target: Attribute): boolean {
  return holdsInline(from) && !holdsInline(target)
}
