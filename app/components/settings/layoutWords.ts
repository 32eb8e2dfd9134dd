import type { AreaForm, Look } from '@core/page/layout'

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
