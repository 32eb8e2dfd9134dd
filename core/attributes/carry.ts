import { escapeText } from '../richtext/tree'
import type { Attribute, Value } from './attribute'
import { attributeTypes } from './types/registry'

/**
 * A value of one attribute as given to another of any type (not yet checked): formatting is kept where the target can
 * hold it, lists become points or rows, and facts go through their text.
 */
export function carriedOver(source: { value: Value; attribute: Attribute }, target: Attribute): unknown {
  const { value, attribute } = source
  if (attribute.type === target.type && attribute.family === target.family) return value
  const from = attributeTypes[attribute.type]
  if (!from.isText) return attributeTypes[target.type].fromCell(from.toCell(value, attribute), target, '.')
  const lines = from.mapWords && attribute.type === 'table' ? from.toCell(value, attribute) : from.display(value, attribute, { language: 'en', labels: [] })
  switch (target.type) {
    case 'rich-text': return from.html && attribute.type !== 'rich-text' ? from.html(value, { language: 'en', labels: [] }) : lines.split('\n').map((l) => `<p>${escapeText(l)}</p>`).join('')
    case 'key-points': return Array.isArray(value) ? lines.split(/ · |; |\n/).map(escapeText) : lines.split('\n').map(escapeText)
    case 'text': return lines.replace(/\s+/g, ' ')
    case 'long-text': return lines
    default: return attributeTypes[target.type].fromCell(lines.replace(/\s+/g, ' '), target, '.')
  }
}
