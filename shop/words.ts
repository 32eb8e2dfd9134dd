// The few words that a shop has of its own, beside those that it is delivered.

export interface ShopWords {
  search: string
  shops: string
  basket: string
  notFound: string
  notFoundHelp: string
  nothing: string
  home: string
  more: string
  group: string
  everybody: string
  show: string
}

const words: Record<string, ShopWords> = {
  en: {
    search: 'Search',
    shops: 'Country and language',
    basket: 'Basket',
    notFound: 'This page is not here',
    notFoundHelp: 'It may have moved, or we no longer sell what was on it.',
    nothing: 'Nothing found.',
    home: 'Home',
    more: 'More products',
    group: 'Customer group',
    everybody: 'All customers',
    show: 'Show',
  },
  de: {
    search: 'Suchen',
    shops: 'Land und Sprache',
    basket: 'Warenkorb',
    notFound: 'Diese Seite gibt es nicht',
    notFoundHelp: 'Vielleicht ist sie umgezogen, oder wir führen das Produkt nicht mehr.',
    nothing: 'Nichts gefunden.',
    home: 'Startseite',
    more: 'Weitere Produkte',
    group: 'Kundengruppe',
    everybody: 'Alle Kunden',
    show: 'Anzeigen',
  },
  fr: {
    search: 'Rechercher',
    shops: 'Pays et langue',
    basket: 'Panier',
    notFound: 'Cette page n’existe pas',
    notFoundHelp: 'Elle a peut-être changé d’adresse, ou nous ne vendons plus ce produit.',
    nothing: 'Aucun résultat.',
    home: 'Accueil',
    more: 'Plus de produits',
    group: 'Groupe de clients',
    everybody: 'Tous les clients',
    show: 'Afficher',
  },
  it: {
    search: 'Cerca',
    shops: 'Paese e lingua',
    basket: 'Carrello',
    notFound: 'Questa pagina non esiste',
    notFoundHelp: 'Forse è stata spostata, oppure non vendiamo più il prodotto.',
    nothing: 'Nessun risultato.',
    home: 'Pagina iniziale',
    more: 'Altri prodotti',
    group: 'Gruppo di clienti',
    everybody: 'Tutti i clienti',
    show: 'Mostra',
  },
  nl: {
    search: 'Zoeken',
    shops: 'Land en taal',
    basket: 'Winkelmand',
    notFound: 'Deze pagina bestaat niet',
    notFoundHelp: 'Misschien is ze verplaatst, of verkopen we het product niet meer.',
    nothing: 'Niets gevonden.',
    home: 'Startpagina',
    more: 'Meer producten',
    group: 'Klantengroep',
    everybody: 'Alle klanten',
    show: 'Tonen',
  },
  sv: {
    search: 'Sök',
    shops: 'Land och språk',
    basket: 'Varukorg',
    notFound: 'Sidan finns inte',
    notFoundHelp: 'Den kan ha flyttat, eller så säljer vi inte längre produkten.',
    nothing: 'Inget hittades.',
    home: 'Startsida',
    more: 'Fler produkter',
    group: 'Kundgrupp',
    everybody: 'Alla kunder',
    show: 'Visa',
  },
  da: {
    search: 'Søg',
    shops: 'Land og sprog',
    basket: 'Kurv',
    notFound: 'Siden findes ikke',
    notFoundHelp: 'Måske er den flyttet, eller vi sælger ikke længere varen.',
    nothing: 'Intet fundet.',
    home: 'Forside',
    more: 'Flere produkter',
    group: 'Kundegruppe',
    everybody: 'Alle kunder',
    show: 'Vis',
  },
  fi: {
    search: 'Hae',
    shops: 'Maa ja kieli',
    basket: 'Ostoskori',
    notFound: 'Tätä sivua ei ole',
    notFoundHelp: 'Se on ehkä siirretty, tai emme enää myy tuotetta.',
    nothing: 'Ei tuloksia.',
    home: 'Etusivu',
    more: 'Lisää tuotteita',
    group: 'Asiakasryhmä',
    everybody: 'Kaikki asiakkaat',
    show: 'Näytä',
  },
  ja: {
    search: '検索',
    shops: '国と言語',
    basket: 'カート',
    notFound: 'ページが見つかりません',
    notFoundHelp: 'ページが移動したか、商品の取り扱いが終了した可能性があります。',
    nothing: '見つかりませんでした。',
    home: 'ホーム',
    more: 'さらに商品を見る',
    group: '顧客グループ',
    everybody: 'すべてのお客様',
    show: '表示',
  },
  ar: {
    search: 'بحث',
    shops: 'البلد واللغة',
    basket: 'السلة',
    notFound: 'هذه الصفحة غير موجودة',
    notFoundHelp: 'ربما تغيّر عنوانها، أو لم نعد نبيع هذا المنتج.',
    nothing: 'لا توجد نتائج.',
    home: 'الرئيسية',
    more: 'المزيد من المنتجات',
    group: 'فئة العملاء',
    everybody: 'جميع العملاء',
    show: 'عرض',
  },
}

/** The shop's own words in a language; English where it has none. */
export const wordsIn = (language: string): ShopWords => words[language.split('-')[0]!] ?? words.en!
