import type { MenuEntry, PhraseTexts } from '@core/page/phrases'
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

const known: Record<string, Record<string, Record<string, string>>> = {
  'add-to-basket': {
    'de-DE': { other: 'In den Warenkorb' },
    'de-CH': { other: 'In den Warenkorb' },
    'fr-CH': { other: 'Ajouter au panier' },
    'nl-BE': { other: 'In het mandje' },
    'sv-SE': { other: 'Lägg i varukorgen' },
    'da-DK': { other: 'Læg i kurven' },
    'fi-FI': { other: 'Lisää ostoskoriin' },
    'ja-JP': { other: 'カートに入れる' },
    'ar-AE': { other: 'أضف إلى السلة' },
  },
  'in-stock': {
    'de-DE': { other: 'Auf Lager' },
    'de-CH': { other: 'An Lager' },
    'fr-CH': { other: 'En stock' },
    'nl-BE': { other: 'Op voorraad' },
    'sv-SE': { other: 'I lager' },
    'da-DK': { other: 'På lager' },
    'fi-FI': { other: 'Varastossa' },
    'ja-JP': { other: '在庫あり' },
    'ar-AE': { other: 'متوفر' },
  },
  'few-left': {
    'de-DE': { one: 'Nur noch eins da', other: 'Nur noch {n} da' },
    'de-CH': { one: 'Nur noch eins da', other: 'Nur noch {n} da' },
    'fr-CH': { one: 'Plus qu’un seul', other: 'Plus que {n}' },
    'ja-JP': { other: '残り{n}点' },
    'ar-AE': { one: 'بقيت قطعة واحدة', two: 'بقيت قطعتان', other: 'بقيت {n} قطعة' },
  },
  'sold-elsewhere': {
    'de-DE': { other: 'Zum Händler' },
    'de-CH': { other: 'Zum Händler' },
    'fr-CH': { other: 'Où l’acheter' },
    'ja-JP': { other: '販売店を見る' },
    'ar-AE': { other: 'أين يُباع' },
  },
  'sold-out': {
    'de-DE': { other: 'Zurzeit ausverkauft' },
    'de-CH': { other: 'Zurzeit ausverkauft' },
    'fr-CH': { other: 'Épuisé pour le moment' },
    'ja-JP': { other: '売り切れ' },
  },
}

/**
 * The phrases that are translated so far, of some languages; what appears only after an action is the first to be
 * forgotten.
 */
export function phrasesOf(...languages: string[]): PhraseTexts {
  return Object.fromEntries(
    Object.entries(known).flatMap(([code, texts]) => {
      const mine = Object.fromEntries(Object.entries(texts).filter(([l]) => languages.includes(l)))
      return Object.keys(mine).length > 0 ? [[code, mine]] : []
    }),
  )
}
