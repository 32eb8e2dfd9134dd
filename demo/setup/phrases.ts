import type { PhraseForms, PhraseTexts } from '@core/page/phrases'
import { otherFrench } from './french'

const all = (other: string): PhraseForms => ({ other })

/** The wordings by phrase and language. German, Swiss German and French are complete but for what nobody sees yet. */
const written: Record<string, Record<string, PhraseForms>> = {
  'add-to-basket': {
    'de-DE': all('In den Warenkorb'),
    'de-CH': all('In den Warenkorb'),
    'fr-CH': all('Ajouter au panier'),
    'it-CH': all('Aggiungi al carrello'),
    'nl-BE': all('In het mandje'),
    'sv-SE': all('Lägg i varukorgen'),
    'da-DK': all('Læg i kurven'),
    'fi-FI': all('Lisää ostoskoriin'),
    'ja-JP': all('カートに入れる'),
    'ar-AE': all('أضيفوا إلى السلة'),
  },
  'in-stock': {
    'de-DE': all('Auf Lager'),
    'de-CH': all('An Lager'),
    'fr-CH': all('En stock'),
    'it-CH': all('Disponibile'),
    'nl-BE': all('Op voorraad'),
    'sv-SE': all('I lager'),
    'da-DK': all('På lager'),
    'fi-FI': all('Varastossa'),
    'ja-JP': all('在庫あり'),
    'ar-AE': all('متوفر'),
  },
  'few-left': {
    'de-DE': { one: 'Nur noch eins da', other: 'Nur noch {n} da' },
    'de-CH': { one: 'Nur noch eins da', other: 'Nur noch {n} da' },
    'fr-CH': { one: 'Plus qu’un seul', other: 'Plus que {n}' },
    'it-CH': { one: 'Ne resta uno solo', other: 'Ne restano solo {n}' },
    'nl-BE': { one: 'Nog maar één', other: 'Nog maar {n}' },
    'sv-SE': { one: 'Bara en kvar', other: 'Bara {n} kvar' },
    'da-DK': { one: 'Kun én tilbage', other: 'Kun {n} tilbage' },
    'fi-FI': { one: 'Vain yksi jäljellä', other: 'Vain {n} jäljellä' },
    'ja-JP': all('残り{n}点'),
    'ar-AE': {
      one: 'بقيت قطعة واحدة',
      two: 'بقيت قطعتان',
      few: 'بقيت {n} قطع',
      many: 'بقيت {n} قطعة',
      other: 'بقيت {n} قطعة',
    },
  },
  'sold-out': {
    'de-DE': all('Zurzeit ausverkauft'),
    'de-CH': all('Zurzeit ausverkauft'),
    'fr-CH': all('Épuisé pour le moment'),
    'it-CH': all('Al momento esaurito'),
    'nl-BE': all('Momenteel uitverkocht'),
    'sv-SE': all('Slut just nu'),
    'da-DK': all('Udsolgt lige nu'),
    'fi-FI': all('Tilapäisesti loppu'),
    'ja-JP': all('売り切れ'),
    'ar-AE': all('غير متوفر حالياً'),
  },
  'from-day': {
    'de-DE': all('Erhältlich ab'),
    'de-CH': all('Erhältlich ab'),
    'fr-CH': all('Disponible dès le'),
    'it-CH': all('Disponibile dal'),
    'nl-BE': all('Verkrijgbaar vanaf'),
    'sv-SE': all('Finns från'),
    'da-DK': all('Fås fra'),
    'fi-FI': all('Saatavilla alkaen'),
    'ja-JP': all('発売日'),
    'ar-AE': all('متاح اعتباراً من'),
  },
  'sold-elsewhere': {
    'de-DE': all('Zum Händler'),
    'de-CH': all('Zum Händler'),
    'fr-CH': all('Où l’acheter'),
    'it-CH': all('Dove si compra'),
    'nl-BE': all('Waar te koop'),
    'sv-SE': all('Se var den säljs'),
    'da-DK': all('Se, hvor den sælges'),
    'fi-FI': all('Katso myyntipaikat'),
    'ja-JP': all('販売店を見る'),
    'ar-AE': all('أين يُباع'),
  },
  'choose-size': {
    'de-DE': all('Wählen Sie zuerst eine Größe'),
    'de-CH': all('Wählen Sie zuerst eine Grösse'),
    'fr-CH': all('Choisissez d’abord une taille'),
    'nl-BE': all('Kies eerst een maat'),
    'ja-JP': all('先にサイズをお選びください'),
  },
  added: {
    'de-DE': all('Im Warenkorb'),
    'de-CH': all('Im Warenkorb'),
    'fr-CH': all('Ajouté à votre panier'),
    'nl-BE': all('Toegevoegd aan je mandje'),
    'sv-SE': all('Tillagd i varukorgen'),
    'ja-JP': all('カートに入れました'),
  },
  'items-in-basket': {
    'de-DE': { one: 'Ein Artikel im Warenkorb', other: '{n} Artikel im Warenkorb' },
    'de-CH': { one: 'Ein Artikel im Warenkorb', other: '{n} Artikel im Warenkorb' },
    'fr-CH': { one: 'Un article dans votre panier', other: '{n} articles dans votre panier' },
    'ja-JP': all('カートに{n}点'),
  },
  'wrong-address': {
    'de-DE': all('Das ist keine gültige E-Mail-Adresse'),
    'de-CH': all('Das ist keine gültige E-Mail-Adresse'),
    'fr-CH': all('Cette adresse e-mail n’est pas valable'),
  },
  'back-to-list': {
    'de-DE': all('Zurück zur Liste'),
    'de-CH': all('Zurück zur Liste'),
    'fr-CH': all('Retour à la liste'),
    'it-CH': all('Torna all’elenco'),
    'nl-BE': all('Terug naar de lijst'),
    'sv-SE': all('Tillbaka till listan'),
    'da-DK': all('Tilbage til listen'),
    'fi-FI': all('Takaisin luetteloon'),
    'ja-JP': all('一覧へ戻る'),
    'ar-AE': all('العودة إلى القائمة'),
  },
}

const changed = (forms: PhraseForms, change: (text: string) => string): PhraseForms =>
  Object.fromEntries(Object.entries(forms).map(([form, text]) => [form, change(text)]))

/** A phrase in Belgian and Canadian French too, which say the same and set it otherwise. */
function withFrench(texts: Record<string, PhraseForms>): Record<string, PhraseForms> {
  const swiss = texts['fr-CH']
  if (!swiss) return texts
  const others = Object.entries(otherFrench).map(([language, change]) => [language, changed(swiss, change)] as const)
  return { ...texts, ...Object.fromEntries(others) }
}

/**
 * The phrases that are translated so far, of some languages; what appears only after an action is the first to be
 * forgotten.
 */
export function phrasesOf(...languages: string[]): PhraseTexts {
  return Object.fromEntries(
    Object.entries(written).flatMap(([code, texts]) => {
      const mine = Object.fromEntries(Object.entries(withFrench(texts)).filter(([l]) => languages.includes(l)))
      return Object.keys(mine).length > 0 ? [[code, mine]] : []
    }),
  )
}
