import type { Edition, Storefront } from '@core/catalogue/model'
import { plainLayout, type Layout } from '@core/page/layout'
import { labels } from './labels'
import { menu, phrasesOf } from './menus'

const parts: Layout['parts'] = [
  { part: 'description', area: 'details', order: 10, titles: labels('Description', 'Beschreibung', 'Description', 'Descrizione', 'Beschrijving', 'Beskrivning', 'Beskrivelse', 'Kuvaus', '商品説明', 'الوصف') },
  { part: 'facts', area: 'details', order: 40, titles: labels('Facts', 'Technische Daten', 'Caractéristiques', 'Dati tecnici', 'Kenmerken', 'Fakta', 'Data', 'Tekniset tiedot', '仕様', 'المواصفات') },
  { part: 'faq', area: 'details', order: 80, titles: labels('Questions', 'Fragen', 'Questions', 'Domande', 'Vragen', 'Frågor', 'Spørgsmål', 'Kysymyksiä', 'よくある質問', 'أسئلة شائعة') },
  { part: 'reviews', area: 'details', order: 90, titles: labels('Reviews', 'Bewertungen', 'Avis', 'Recensioni', 'Beoordelingen', 'Omdömen', 'Anmeldelser', 'Arvostelut', 'レビュー', 'التقييمات') },
]
const edition = (language: string, ...borrow: string[]): Edition => ({ language, borrow, asks: 'translated' })

export const storefronts: Storefront[] = [
  { code: 'uk', name: 'United Kingdom', currency: 'GBP', timeZone: 'Europe/London', editions: [edition('en-GB')], facts: { 'phone': '01632 960 118', 'email': 'help@tarnwheel.example', 'return-days': '60 days' }, pages: [], phrases: phrasesOf('en-GB'), menu, layout: plainLayout('tabs', parts, ['details']) },
  { code: 'de', name: 'Germany', currency: 'EUR', timeZone: 'Europe/Berlin', editions: [edition('de-DE')], facts: { 'phone': '030 23125 118', 'email': 'hilfe@tarnwheel.example', 'return-days': '60 Tage' }, pages: [], phrases: phrasesOf('de-DE'), menu, layout: plainLayout('tabs', parts, ['details']) },
  { code: 'ch', name: 'Switzerland', currency: 'CHF', timeZone: 'Europe/Zurich', editions: [edition('de-CH'), edition('fr-CH'), edition('it-CH')], facts: { phone: '044 555 01 18', email: 'hallo@tarnwheel.example' }, pages: [], phrases: phrasesOf('de-CH', 'fr-CH', 'it-CH'), menu, layout: plainLayout('accordion', parts, ['details']) },
  { code: 'be', name: 'Belgium', currency: 'EUR', timeZone: 'Europe/Brussels', editions: [edition('nl-BE'), edition('fr-BE', 'fr-CH')], facts: { 'phone': '02 555 01 18', 'email': 'hallo.be@tarnwheel.example', 'return-days': '30 dagen' }, pages: [], phrases: phrasesOf('nl-BE', 'fr-BE'), menu, layout: plainLayout('tabs', parts, ['details']) },
  { code: 'nord', name: 'Nordics', currency: 'SEK', timeZone: 'Europe/Stockholm', editions: [edition('sv-SE'), edition('da-DK'), edition('fi-FI')], facts: { phone: '08 555 01 18', email: 'hej@tarnwheel.example' }, pages: [], phrases: phrasesOf('sv-SE', 'da-DK', 'fi-FI'), menu, layout: plainLayout('accordion', parts, ['details']) },
  { code: 'ca', name: 'Canada', currency: 'CAD', timeZone: 'America/Toronto', editions: [edition('en-CA', 'en-GB'), edition('fr-CA', 'fr-CH')], facts: { 'phone': '416 555 0118', 'email': 'help.ca@tarnwheel.example', 'return-days': '30 days' }, pages: [], phrases: phrasesOf('en-CA', 'fr-CA'), menu, layout: plainLayout('tabs', parts, ['details']) },
  { code: 'jp', name: 'Japan', currency: 'JPY', timeZone: 'Asia/Tokyo', editions: [edition('ja-JP')], facts: { 'phone': '03-5555-0118', 'email': 'sodan@tarnwheel.example', 'return-days': '30日間' }, pages: [], phrases: phrasesOf('ja-JP'), menu, layout: plainLayout('tabs', parts, ['details']) },
  { code: 'gulf', name: 'Gulf', currency: 'AED', timeZone: 'Asia/Dubai', editions: [edition('ar-AE'), edition('en-AE', 'en-GB')], facts: { phone: '04 555 0118', email: 'gulf@tarnwheel.example' }, pages: [], phrases: phrasesOf('ar-AE', 'en-AE'), menu, layout: plainLayout('accordion', parts, ['details']) },
]

export const groups = [{ code: 'retail', name: 'Retail' }, { code: 'club', name: 'Club' }, { code: 'workshop', name: 'Workshop' }]
export const brands = [['tarnwheel', 'Tarnwheel'], ['oxbrook', 'Oxbrook'], ['lumenfell', 'Lumenfell'], ['pedersholt', 'Pedersholt'], ['kazemori', 'Kazemori'], ['varga', 'Varga & Daughter']]
  .map(([code, name]) => ({ code: code!, name: name! }))
