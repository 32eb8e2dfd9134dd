import { areaName } from '@core/assignments/areas'
import type { AreaForm, AreaPlace, BuiltInPart, LayoutException, Look } from '@core/page/layout'

/** What the built-in parts are called. */
export const partWords: Record<BuiltInPart, string> = {
  description: 'Description',
  facts: 'Facts',
  reviews: 'Reviews',
  faq: 'FAQ',
}

/** What the forms of areas are called. */
export const formWords: Record<AreaForm, string> = {
  tabs: 'tabs',
  accordion: 'accordion',
  'one-open': 'accordion, one open at a time',
  plain: 'stacked',
}

/** What the parts of a look are called, and their values. */
export const lookWords: Record<keyof Look, string> = {
  spacing: 'Space',
  line: 'Lines',
  corner: 'Corners',
  emphasis: 'Open part',
}
export const lookValueWords: Record<string, string> = {
  close: 'close',
  even: 'even',
  wide: 'wide',
  none: 'none',
  hair: 'hairlines',
  firm: 'firm',
  square: 'square',
  eased: 'eased',
  round: 'round',
  plain: 'like the others',
  weight: 'in bold',
  ground: 'tinted',
}

/** What an exception changes, in words: “no reviews”, “Details as tabs”. */
export function changeWords(change: LayoutException['change'], areas: readonly AreaPlace[]): string {
  if ('split' in change) {
    const { levels } = change.split
    return levels.length === 0 ? 'description not split' : `description split at headings of level ${levels.join(', ')}`
  }
  if ('as' in change) return `${areaName(change.area, areas)} as ${formWords[change.as]}`
  const part = partWords[change.part].toLowerCase()
  return 'hide' in change ? `no ${part}` : `${part} in ${areaName(change.area, areas)}, order ${change.order}`
}
