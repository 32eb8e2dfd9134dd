import type { MenuEntry } from '@core/page/phrases'
import { categories } from './categories'

/** Every shop's menu: the categories as they stand under each other, and a line on help that leads nowhere yet. */
export const menu: MenuEntry[] = [
  ...under(null),
  {
    code: 'help',
    names: {
      'en-GB': 'Help and advice',
      'de-DE': 'Hilfe und Beratung',
      'de-CH': 'Hilfe und Beratung',
      'fr-CH': 'Aide et conseils',
    },
    to: null,
    children: [
      {
        code: 'workshop-near-you',
        names: { 'en-GB': 'A workshop near you', 'de-DE': 'Eine Werkstatt in der Nähe' },
        to: { address: 'https://tarnwheel.example/workshops' },
        children: [],
      },
    ],
  },
]

function under(parent: string | null): MenuEntry[] {
  return categories
    .filter((c) => c.parent === parent)
    .map((c) => ({ code: c.code, names: {}, to: { category: c.code }, children: under(c.code) }))
}
