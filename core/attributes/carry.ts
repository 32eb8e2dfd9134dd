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
  const english = { language: 'en', labels: [] }
  const shown = from.display(value, attribute, english)
  const lines = from.lines?.(value, english) ?? shown.split('\n')
  switch (target.type) {
    case 'rich-text':
      return from.html && attribute.type !== 'rich-text'
        ? from.html(value, english)
        : lines.map((l) => `<p>${escapeText(l)}</p>`).join('')
    case 'key-points':
      return lines.map(escapeText)
    case 'text':
      return shown.replace(/\s+/g, ' ')
    case 'long-text':
      return lines.join('\n')
    case 'table':
    case 'box-contents':
      return attributeTypes[target.type].fromCell(lines.map((l) => l.replaceAll('|', '\\|')).join('\n'), target, '.')
    default:
      return attributeTypes[target.type].fromCell(shown.replace(/\s+/g, ' '), target, '.')
  }
}
