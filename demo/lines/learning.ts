import { v, type CopyLanguage, type Line, type Model } from '../line'

type Words = NonNullable<Model['words']>
const said = (...texts: string[]): Words =>
  Object.fromEntries(
    (['de-DE', 'fr-CH', 'it-CH', 'nl-BE', 'sv-SE', 'ja-JP', 'ar-AE'] satisfies CopyLanguage[]).flatMap((l, i) =>
      texts[i] ? [[l, texts[i]]] : [],
    ),
  )

const course = (
  sku: string,
  n: string,
  hours: number,
  places: number,
  uk: number,
  ch: number,
  level: 'first' | 'handy',
  words: Words,
  status?: string,
): Model => ({
  sku,
  n,
  words,
  uk,
  ch,
  colour: 'ochre',
  stock: places,
  facts: { duration: `${hours} h`, places: String(places), level },
  ...(status ? { status } : {}),
})
const guide = (
  sku: string,
  n: string,
  pages: number,
  uk: number,
  ch: number,
  level: 'first' | 'handy',
  colour: string,
  words: Words,
): Model => ({
  sku,
  n,
  words,
  uk,
  ch,
  colour,
  stock: 9999,
  facts: { pages: String(pages), level, 'guide-files': `${sku.toLowerCase()}.pdf` },
})

export const learning: Line[] = [
  {
    type: 'workshop-course',
    category: 'Courses and guides > Workshop courses',
    brand: 'Tarnwheel',
    tags: ['workshop'],
    kind: 'booking',
    range: 'uk | de | ch',
    facts: {
      'venue@uk/en-GB': 'The yard behind the shop, Tarn Lane 4',
      'venue@de/de-DE': 'Werkstatt im Hof, Spulengasse 9',
      'venue@ch/de-CH': 'Werkstatt am Kanal, Webergasse 2',
      'venue@ch/fr-CH': 'Atelier du canal, rue des Tisserands 2',
    },
    copy: {
      'en-GB': {
        name: 'Evening course: {n}',
        summary: 'Bring your own bicycle and take it home better.',
        description:
          `<p>${v('duration')} at the bench with somebody who does this every day, and never more than ` +
          `${v('places')} of you. Tools, tea and rags are there. You do the work; we show you how.</p>`,
        points: [`${v('duration')}, ${v('places')} places`, 'On your own bicycle', 'Tools and tea are there'],
      },
      'de-DE': {
        name: 'Abendkurs: {n}',
        summary: 'Bringen Sie Ihr eigenes Rad mit und nehmen Sie es besser wieder mit nach Hause.',
        description:
          `<p>${v('duration')} an der Werkbank mit jemandem, der das jeden Tag macht, und nie mehr als ` +
          `${v('places')} Leute. Werkzeug, Tee und Lappen sind da. Sie arbeiten, wir zeigen wie.</p>`,
        points: [`${v('duration')}, ${v('places')} Plätze`, 'Am eigenen Rad', 'Werkzeug und Tee sind da'],
      },
      'de-CH': {
        name: 'Abendkurs: {n}',
        summary: 'Bringen Sie Ihr eigenes Velo mit und nehmen Sie es besser wieder mit nach Hause.',
        description:
          `<p>${v('duration')} an der Werkbank mit jemandem, der das jeden Tag macht, und nie mehr als ` +
          `${v('places')} Leute. Werkzeug, Tee und Lappen sind da. Sie arbeiten, wir zeigen wie.</p>`,
      },
      'fr-CH': {
        name: 'Cours du soir: {n}',
        summary: 'Venez avec votre vélo, repartez avec un vélo en meilleur état.',
      },
    },
    models: [
      course('TW-C101', 'punctures and tyres', 2, 8, 28, 38, 'first', said('Pannen und Reifen', 'crevaisons et pneus')),
      course('TW-C102', 'brakes', 3, 6, 42, 58, 'first', said('Bremsen', 'freins')),
      course('TW-C103', 'gears', 3, 6, 42, 58, 'handy', said('Schaltung', 'vitesses')),
      course('TW-C104', 'chain and bearings', 3, 6, 46, 62, 'handy', said('Kette und Lager', 'chaîne et roulements')),
      course('TW-C105', 'the winter check', 2.5, 10, 34, 46, 'first', said('der Wintercheck', 'le contrôle d’hiver')),
    ],
  },
  {
    type: 'workshop-course',
    category: 'Courses and guides > Workshop courses',
    brand: 'Varga & Daughter',
    tags: ['workshop', 'classic'],
    kind: 'booking',
    range: 'ch',
    facts: { 'venue@ch/de-CH': 'Löterei Varga, Obere Färbergasse 11' },
    copy: {
      'en-GB': {
        name: 'Weekend course: {n}',
        summary: 'Two days with fire, files and patience.',
        description: `<p>${v('duration')} with Ilka Varga and her daughter. You leave with a thing that you made.</p>`,
      },
      'de-DE': {
        name: 'Wochenendkurs: {n}',
        summary: 'Zwei Tage mit Feuer, Feilen und Geduld.',
        description:
          `<p>${v('duration')} mit Ilka Varga und ihrer Tochter. Sie gehen mit einem Stück nach Hause, das Sie ` +
          'selbst gemacht haben.</p>',
      },
      'fr-CH': { name: 'Cours de week-end: {n}', summary: 'Deux jours avec le feu, la lime et la patience.' },
      'it-CH': { name: 'Corso di fine settimana: {n}' },
    },
    models: [
      course(
        'VD-C201',
        'brazing a rack',
        14,
        4,
        290,
        380,
        'handy',
        said('einen Träger löten', 'braser un porte-bagages', 'saldare un portapacchi'),
      ),
      course(
        'VD-C202',
        'sewing a saddlebag',
        12,
        6,
        220,
        290,
        'first',
        said('eine Satteltasche nähen', 'coudre une sacoche de selle', 'cucire una borsa da sella'),
      ),
      course(
        'VD-C203',
        'building a wheel',
        10,
        6,
        180,
        240,
        'handy',
        said('ein Laufrad einspeichen', 'monter une roue', 'montare una ruota'),
      ),
      course(
        'VD-C204',
        'bending bamboo',
        8,
        8,
        150,
        198,
        'first',
        said('Bambus biegen', 'cintrer le bambou', 'curvare il bambù'),
      ),
      course(
        'VD-C205',
        'painting a frame',
        12,
        4,
        260,
        340,
        'handy',
        said('einen Rahmen lackieren', 'peindre un cadre', 'verniciare un telaio'),
        'draft',
      ),
    ],
  },
  {
    type: 'repair-guide',
    category: 'Courses and guides > Repair guides',
    brand: 'Tarnwheel',
    tags: ['workshop'],
    kind: 'download',
    facts: {},
    copy: {
      'en-GB': {
        name: 'Repair guide: {n}',
        summary: 'Drawn step by step, to be read with dirty hands.',
        description:
          `<p>${v('pages')} pages, one step to a page, large enough to read from the floor. To print or to ` +
          'keep on the telephone.</p>',
        points: ['One step to a page', `${v('pages')} pages`, 'To print or to read on a telephone'],
      },
      'de-DE': {
        name: 'Reparaturanleitung: {n}',
        summary: 'Schritt für Schritt gezeichnet, zum Lesen mit schmutzigen Händen.',
        description: `<p>${v('pages')} Seiten, ein Schritt pro Seite, groß genug, um sie vom Boden aus zu lesen.</p>`,
      },
      'fr-CH': { name: 'Guide de réparation: {n}', summary: 'Dessiné pas à pas, à lire les mains sales.' },
      'nl-BE': { name: 'Herstelgids: {n}', summary: 'Stap voor stap getekend, om te lezen met vuile handen.' },
      'sv-SE': { name: 'Reparationsguide: {n}' },
      'ja-JP': { name: '修理ガイド:{n}', summary: '汚れた手でも読める、一歩ずつの図解。' },
      'ar-AE': { name: 'دليل إصلاح: {n}', summary: 'مرسوم خطوة بخطوة، ليُقرأ بأيدٍ متّسخة.' },
    },
    models: [
      guide(
        'TW-G301',
        'a flat tyre',
        8,
        3,
        4,
        'first',
        'ochre',
        said('ein platter Reifen', 'un pneu à plat', '', 'een lekke band', 'en punktering', 'パンク', 'إطار مثقوب'),
      ),
      guide(
        'TW-G302',
        'rim brakes',
        12,
        4,
        5,
        'first',
        'madder',
        said('Felgenbremsen', 'freins sur jante', '', 'velgremmen', 'fälgbromsar', 'リムブレーキ', 'مكابح الجنط'),
      ),
      guide(
        'TW-G303',
        'disc brakes',
        16,
        5,
        7,
        'handy',
        'ink',
        said(
          'Scheibenbremsen',
          'freins à disque',
          '',
          'schijfremmen',
          'skivbromsar',
          'ディスクブレーキ',
          'مكابح قرصية',
        ),
      ),
      guide(
        'TW-G304',
        'hub gears',
        18,
        5,
        7,
        'handy',
        'fir',
        said('Nabenschaltung', 'vitesses dans le moyeu', '', 'naafversnelling', 'navväxel', '内装変速', 'تروس الصرّة'),
      ),
      guide(
        'TW-G305',
        'wheels out of true',
        14,
        5,
        7,
        'handy',
        'slate',
        said(
          'Laufräder zentrieren',
          'roues voilées',
          '',
          'wielen met een slag',
          'skeva hjul',
          'ホイールの振れ',
          'عجلات غير متزنة',
        ),
      ),
      guide(
        'TW-G306',
        'packing a bicycle',
        10,
        4,
        5,
        'first',
        'chalk',
        said(
          'ein Rad verpacken',
          'emballer un vélo',
          '',
          'een fiets inpakken',
          'packa en cykel',
          '自転車の梱包',
          'تغليف الدراجة',
        ),
      ),
    ],
  },
]
