import { noLanguage } from '@core/catalogue/storefront-facts'
import type { Edition, Storefront } from '@core/catalogue/model'
import type { PageAddresses } from '@core/catalogue/page-addresses'
import { plainReleaseRules } from '@core/release/approval'
import { plainLayout, type Layout } from '@core/page/layout'
import { labels } from './labels'
import { menu } from './menus'
import { phrasesOf } from './phrases'

const parts: Layout['parts'] = [
  {
    part: 'description',
    area: 'details',
    order: 10,
    titles: labels(
      'Description',
      'Beschreibung',
      'Description',
      'Descrizione',
      'Beschrijving',
      'Beskrivning',
      'Beskrivelse',
      'Kuvaus',
      '商品説明',
      'الوصف',
    ),
  },
  {
    part: 'facts',
    area: 'details',
    order: 40,
    titles: labels(
      'Facts',
      'Technische Daten',
      'Caractéristiques',
      'Dati tecnici',
      'Kenmerken',
      'Fakta',
      'Data',
      'Tekniset tiedot',
      '仕様',
      'المواصفات',
    ),
  },
  {
    part: 'faq',
    area: 'details',
    order: 80,
    titles: labels(
      'Questions',
      'Fragen',
      'Questions',
      'Domande',
      'Vragen',
      'Frågor',
      'Spørgsmål',
      'Kysymyksiä',
      'よくある質問',
      'أسئلة شائعة',
    ),
  },
  {
    part: 'reviews',
    area: 'details',
    order: 90,
    titles: labels(
      'Reviews',
      'Bewertungen',
      'Avis',
      'Recensioni',
      'Beoordelingen',
      'Omdömen',
      'Anmeldelser',
      'Arvostelut',
      'レビュー',
      'التقييمات',
    ),
  },
]
const edition = (language: string, ...borrow: string[]): Edition => ({ language, borrow, asks: 'translated' })

/** A telephone number and an e-mail address, which are the same in every language. */
const reach = (phone: string, mailbox: string) => ({
  phone: { [noLanguage]: phone },
  email: { [noLanguage]: `${mailbox}@tarnwheel.example` },
})

/** Where the shop that starts with the demo shows its pages. */
function addressesOf(storefront: string): PageAddresses {
  const port = process.env.INKLOOM_SHOP_PORT ?? '4871'
  const shop = `http://127.0.0.1:${Number(port) || 4871}`
  const home = `${shop}/${storefront}/{language}`
  return {
    home,
    product: `${home}/p/{slug}`,
    category: `${home}/c/{category}`,
    page: `${home}/page/{page}`,
    picture: `${shop}/pictures/{name}`,
  }
}

const metric = { mass: 'kg', length: 'cm' }
const imperial = { mass: 'lb', length: 'in' }

export const storefronts: Storefront[] = [
  {
    code: 'uk',
    name: 'United Kingdom',
    currency: 'GBP',
    timeZone: 'Europe/London',
    colour: '#7a2e4d',
    carrierUnits: metric,
    addresses: addressesOf('uk'),
    releasing: plainReleaseRules,
    editions: [edition('en-GB')],
    facts: { ...reach('01632 960 118', 'help'), 'return-days': { 'en-GB': '60 days' } },
    pages: [],
    phrases: phrasesOf('en-GB'),
    addedPhrases: [],
    menu,
    layout: plainLayout('tabs', parts, ['details']),
  },
  {
    code: 'de',
    name: 'Germany',
    currency: 'EUR',
    timeZone: 'Europe/Berlin',
    colour: '#8a6d1d',
    carrierUnits: metric,
    addresses: addressesOf('de'),
    releasing: plainReleaseRules,
    editions: [edition('de-DE')],
    facts: { ...reach('030 23125 118', 'hilfe'), 'return-days': { 'en-GB': '60 days', 'de-DE': '60 Tage' } },
    pages: [],
    phrases: phrasesOf('de-DE'),
    addedPhrases: [],
    menu,
    layout: plainLayout('tabs', parts, ['details']),
  },
  {
    code: 'ch',
    name: 'Switzerland',
    currency: 'CHF',
    timeZone: 'Europe/Zurich',
    colour: '#b23a2e',
    carrierUnits: metric,
    addresses: addressesOf('ch'),
    releasing: plainReleaseRules,
    editions: [edition('de-CH'), edition('fr-CH'), edition('it-CH')],
    facts: reach('044 555 01 18', 'hallo'),
    pages: [],
    phrases: phrasesOf('de-CH', 'fr-CH', 'it-CH'),
    addedPhrases: [],
    menu,
    layout: plainLayout('accordion', parts, ['details']),
  },
  {
    code: 'be',
    name: 'Belgium',
    currency: 'EUR',
    timeZone: 'Europe/Brussels',
    colour: '#4d4a8c',
    carrierUnits: metric,
    addresses: addressesOf('be'),
    releasing: plainReleaseRules,
    editions: [edition('nl-BE'), edition('fr-BE', 'fr-CH')],
    facts: {
      ...reach('02 555 01 18', 'hallo.be'),
      'return-days': { 'en-GB': '30 days', 'nl-BE': '30 dagen', 'fr-BE': '30 jours' },
    },
    pages: [],
    phrases: phrasesOf('nl-BE', 'fr-BE'),
    addedPhrases: [],
    menu,
    layout: plainLayout('tabs', parts, ['details']),
  },
  {
    code: 'nord',
    name: 'Nordics',
    currency: 'SEK',
    timeZone: 'Europe/Stockholm',
    colour: '#226d7a',
    carrierUnits: metric,
    addresses: addressesOf('nord'),
    releasing: plainReleaseRules,
    editions: [edition('sv-SE'), edition('da-DK'), edition('fi-FI')],
    facts: reach('08 555 01 18', 'hej'),
    pages: [],
    phrases: phrasesOf('sv-SE', 'da-DK', 'fi-FI'),
    addedPhrases: [],
    menu,
    layout: plainLayout('accordion', parts, ['details']),
  },
  {
    code: 'ca',
    name: 'Canada',
    currency: 'CAD',
    timeZone: 'America/Toronto',
    colour: '#9a4d14',
    carrierUnits: imperial,
    addresses: addressesOf('ca'),
    releasing: plainReleaseRules,
    editions: [edition('en-CA', 'en-GB'), edition('fr-CA', 'fr-CH')],
    facts: { ...reach('416 555 0118', 'help.ca'), 'return-days': { 'en-GB': '30 days', 'fr-CA': '30 jours' } },
    pages: [],
    phrases: phrasesOf('en-CA', 'fr-CA'),
    addedPhrases: [],
    menu,
    layout: plainLayout('tabs', parts, ['details']),
  },
  {
    code: 'jp',
    name: 'Japan',
    currency: 'JPY',
    timeZone: 'Asia/Tokyo',
    colour: '#5b6f2a',
    carrierUnits: metric,
    addresses: addressesOf('jp'),
    releasing: plainReleaseRules,
    editions: [edition('ja-JP')],
    facts: { ...reach('03-5555-0118', 'sodan'), 'return-days': { 'en-GB': '30 days', 'ja-JP': '30日間' } },
    pages: [],
    phrases: phrasesOf('ja-JP'),
    addedPhrases: [],
    menu,
    layout: plainLayout('tabs', parts, ['details']),
  },
  {
    code: 'gulf',
    name: 'Gulf',
    currency: 'AED',
    timeZone: 'Asia/Dubai',
    colour: '#2c6b4f',
    carrierUnits: metric,
    addresses: addressesOf('gulf'),
    releasing: plainReleaseRules,
    editions: [edition('ar-AE'), edition('en-AE', 'en-GB')],
    facts: reach('04 555 0118', 'gulf'),
    pages: [],
    phrases: phrasesOf('ar-AE', 'en-AE'),
    addedPhrases: [],
    menu,
    layout: plainLayout('accordion', parts, ['details']),
  },
]

export const groups = [
  { code: 'retail', name: 'Retail' },
  { code: 'club', name: 'Club' },
  { code: 'workshop', name: 'Workshop' },
]
export const brands = [
  ['tarnwheel', 'Tarnwheel'],
  ['oxbrook', 'Oxbrook'],
  ['lumenfell', 'Lumenfell'],
  ['pedersholt', 'Pedersholt'],
  ['kazemori', 'Kazemori'],
  ['varga', 'Varga & Daughter'],
].map(([code, name]) => ({ code: code!, name: name! }))
