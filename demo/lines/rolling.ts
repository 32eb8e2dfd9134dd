import { v, type Line, type Model } from '../line'

const tyre = (
  sku: string,
  n: string,
  bar: number,
  g: number,
  uk: number,
  ch: number,
  wheels: string[],
  widths: number[],
  status?: string,
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour: 'slate',
  stock: 0,
  facts: {
    'max-pressure': `${bar} bar`,
    weight: `${g} g`,
    'package-weight': `${(g / 1000 + 0.2).toFixed(2)} kg`,
    'package-length': '42 cm',
  },
  axes: { 'wheel-size': wheels, 'tyre-width': widths.map((w) => `${w} mm`) },
  ...(status ? { status } : {}),
})
const pump = (
  sku: string,
  n: string,
  bar: number,
  cm: number,
  g: number,
  uk: number,
  ch: number,
  valves = 'car|slim|city',
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour: 'slate',
  stock: 26,
  facts: {
    'max-pressure': `${bar} bar`,
    length: `${cm} cm`,
    weight: `${g} g`,
    valves,
    'package-weight': `${(g / 1000 + 0.2).toFixed(2)} kg`,
    'package-length': `${cm + 4} cm`,
  },
})

export const rolling: Line[] = [
  {
    type: 'tyre',
    category: 'On the bike > Tyres',
    brand: 'Kazemori',
    tags: ['commuting'],
    facts: { 'puncture-layer': 'yes', reflective: 'yes', material: 'natural-rubber', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Ishi {n} tyre',
        summary: 'For broken glass, tram rails and the shortcut along the canal.',
        description:
          '<p>Under the tread lies a belt that turns glass and thorns aside. The shoulders are grooved for wet ' +
          `leaves, the middle is smooth for speed. Ride it at up to ${v('max-pressure')}.</p>`,
        points: ['Belt against glass and thorns', 'Reflective sidewall', `Up to ${v('max-pressure')}`],
        mounting:
          '<p>The arrow on the side shows the way it turns. Press the bead into the middle of the rim all ' +
          'round before the last lever.</p>',
      },
      'de-DE': {
        name: 'Reifen Ishi {n}',
        summary: 'Für Scherben, Schienen und die Abkürzung am Kanal.',
        description:
          '<p>Unter dem Profil liegt ein Gürtel, der Scherben und Dornen abweist. Die Schultern greifen auf ' +
          `nassem Laub, die Mitte rollt glatt. Fahren Sie ihn mit bis zu ${v('max-pressure')}.</p>`,
        points: ['Gürtel gegen Scherben und Dornen', 'Reflektierende Flanke', `Bis ${v('max-pressure')}`],
      },
      'fr-CH': {
        name: 'Pneu Ishi {n}',
        summary: 'Pour le verre brisé, les rails et le raccourci le long du canal.',
        points: ['Ceinture anti-crevaison', 'Flanc réfléchissant', `Jusqu’à ${v('max-pressure')}`],
      },
      'it-CH': { name: 'Copertone Ishi {n}' },
      'nl-BE': {
        name: 'Band Ishi {n}',
        summary: 'Voor glasscherven, tramsporen en de kortere weg langs het kanaal.',
        points: ['Laag tegen glas en doornen', `Tot ${v('max-pressure')}`],
      },
      'sv-SE': { name: 'Däck Ishi {n}', summary: 'För glassplitter, spårvagnsspår och genvägen längs kanalen.' },
      'da-DK': { name: 'Dæk Ishi {n}' },
      'fi-FI': { name: 'Rengas Ishi {n}' },
      'ja-JP': {
        name: '石 タイヤ {n}',
        summary: 'ガラス片も、線路も、運河沿いの近道も。',
        description: `<p>トレッドの下の層がガラスやとげを受け流します。肩の溝は濡れ落ち葉のため、滑らかな中央は速さのために。最大空気圧は${v('max-pressure')}です。</p>`,
        points: ['耐パンク層', '反射サイドウォール', `最大${v('max-pressure')}`],
      },
      'ar-AE': { name: 'إطار إيشي {n}', summary: 'للزجاج المكسور وسكك الترام والطريق المختصر بمحاذاة القناة.' },
    },
    models: [
      tyre('KZ-3110', 'city', 5, 680, 28, 37, ['26', '28'], [32, 35, 42, 47]),
      tyre('KZ-3120', 'tour', 5.5, 720, 34, 45, ['26', '28'], [32, 35, 40, 47]),
      tyre('KZ-3130', 'swift', 6.5, 480, 38, 49, ['28'], [28, 32, 35, 38, 42, 47]),
      tyre('KZ-3140', 'guard', 4.5, 940, 42, 55, ['26', '28'], [40, 47, 50]),
      tyre('KZ-3150', 'cargo', 4.5, 980, 46, 59, ['20', '24'], [47, 50, 55]),
    ],
  },
  {
    type: 'tyre',
    category: 'On the bike > Tyres',
    brand: 'Pedersholt',
    tags: ['winter'],
    range: 'uk | de | ch | be | nord | ca | jp',
    facts: { 'puncture-layer': 'yes', reflective: 'yes', material: 'natural-rubber', season: 'winter' },
    copy: {
      'en-GB': {
        name: 'Isgreb {n} studded tyre',
        summary: 'Steel pins that hold where shoes do not.',
        description:
          '<p>On polished ice you stay upright, on clear roads you hear them hum. Let the pressure down for ' +
          `ice, and up to ${v('max-pressure')} for tar.</p>`,
        points: ['Pins of hardened steel', 'Softer rubber for the cold', 'Run in on dry road first'],
      },
      'de-DE': {
        name: 'Spikereifen Isgreb {n}',
        summary: 'Stahlstifte, die halten, wo Schuhe nicht halten.',
        description:
          '<p>Auf blankem Eis bleiben Sie aufrecht, auf freier Straße hören Sie sie summen. Für Eis wenig ' +
          `Druck, für Asphalt bis ${v('max-pressure')}.</p>`,
        points: [
          'Stifte aus gehärtetem Stahl',
          'Weicherer Gummi für die Kälte',
          'Zuerst auf trockener Straße einfahren',
        ],
      },
      'fr-CH': {
        name: 'Pneu clouté Isgreb {n}',
        summary: 'Des clous d’acier qui tiennent là où les chaussures glissent.',
      },
      'sv-SE': {
        name: 'Dubbdäck Isgreb {n}',
        summary: 'Ståldubbar som håller där skorna inte gör det.',
        description:
          '<p>På blankis står du upp, på barmark hör du dem surra. Sänk trycket för is och höj till ' +
          `${v('max-pressure')} på asfalt.</p>`,
        points: ['Dubbar av härdat stål', 'Mjukare gummi för kyla', 'Kör in dem på torr väg'],
      },
      'da-DK': { name: 'Pigdæk Isgreb {n}', summary: 'Stålpigge, der holder, hvor skoene ikke gør.' },
      'fi-FI': {
        name: 'Nastarengas Isgreb {n}',
        summary: 'Teräsnastat pitävät siellä, missä kengät eivät.',
        description: '<p>Kiiltävällä jäällä pysyt pystyssä, sulalla tiellä kuulet nastojen hyrinän.</p>',
      },
      'ja-JP': { name: 'イスグレブ スパイクタイヤ {n}', summary: '靴では滑る場所でも、鋼のピンが路面をとらえます。' },
    },
    models: [
      tyre('PE-3210', '120', 5, 820, 48, 62, ['26', '28'], [35, 40]),
      tyre('PE-3220', '160', 5, 890, 56, 73, ['26', '28'], [38, 42]),
      tyre('PE-3230', '240', 4.5, 980, 68, 88, ['26', '28', '29'], [42, 47]),
      tyre('PE-3240', '300', 4, 1080, 79, 104, ['28', '29'], [47, 50], 'draft'),
    ],
  },
  {
    type: 'tyre',
    category: 'On the bike > Tyres',
    brand: 'Tarnwheel',
    tags: ['touring'],
    facts: { 'puncture-layer': 'no', reflective: 'no', material: 'natural-rubber', season: 'summer' },
    copy: {
      'en-GB': {
        name: 'Causeway {n} tyre',
        summary: 'Broad, light and soft, for roads that were never finished.',
        description:
          '<p>A supple case gives where the road does not. At half its pressure it floats over gravel; at ' +
          `${v('max-pressure')} it rolls home.</p>`,
        points: ['Supple case', 'Fine tread for gravel', `Weighs ${v('weight')}`],
      },
      'de-DE': {
        name: 'Reifen Causeway {n}',
        summary: 'Breit, leicht und weich, für Straßen, die nie fertig wurden.',
        points: ['Geschmeidige Karkasse', 'Feines Profil für Schotter', `Wiegt ${v('weight')}`],
      },
      'fr-CH': { name: 'Pneu Causeway {n}', summary: 'Large, léger et souple, pour les routes jamais terminées.' },
      'nl-BE': { name: 'Band Causeway {n}' },
      'sv-SE': { name: 'Däck Causeway {n}' },
      'ja-JP': { name: 'コーズウェイ タイヤ {n}' },
    },
    models: [
      tyre('TW-3310', 'fine', 4.5, 420, 44, 58, ['28'], [35, 40, 45]),
      tyre('TW-3320', 'broad', 3.5, 520, 48, 63, ['27-5', '28'], [45, 50]),
      tyre('TW-3330', 'file', 4.5, 440, 46, 60, ['28'], [32, 37, 42]),
      tyre('TW-3340', 'knob', 3.5, 580, 49, 64, ['27-5', '29'], [48, 54]),
      tyre('TW-3350', 'small', 4, 380, 36, 47, ['20', '24'], [40, 47]),
    ],
  },
  {
    type: 'tyre',
    category: 'On the bike > Tyres',
    brand: 'Oxbrook',
    tags: ['city', 'family'],
    facts: { 'puncture-layer': 'no', reflective: 'yes', material: 'natural-rubber', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Parade {n} tyre',
        summary: 'The honest tyre for the bicycle by the door.',
        points: ['Reflective sidewall', 'Natural rubber', `Up to ${v('max-pressure')}`],
      },
      'de-DE': {
        name: 'Reifen Parade {n}',
        summary: 'Der ehrliche Reifen für das Rad vor der Tür.',
        points: ['Reflektierende Flanke', 'Naturkautschuk', `Bis ${v('max-pressure')}`],
      },
      'fr-CH': { name: 'Pneu Parade {n}', summary: 'Le pneu honnête du vélo devant la porte.' },
      'it-CH': { name: 'Copertone Parade {n}', summary: 'Il copertone onesto per la bici davanti a casa.' },
      'nl-BE': { name: 'Band Parade {n}', summary: 'De eerlijke band voor de fiets aan de deur.' },
      'sv-SE': { name: 'Däck Parade {n}' },
      'da-DK': { name: 'Dæk Parade {n}' },
      'fi-FI': { name: 'Rengas Parade {n}' },
      'ar-AE': { name: 'إطار باريد {n}', summary: 'الإطار الصادق للدراجة عند الباب.' },
    },
    models: [
      tyre('OX-3410', 'plain', 5, 640, 18, 24, ['26', '28'], [32, 35, 40, 47]),
      tyre('OX-3412', 'white wall', 5, 660, 22, 29, ['26', '28'], [32, 35, 40, 47]),
      tyre('OX-3414', 'brown', 5, 650, 22, 29, ['26', '28'], [32, 35, 40, 47]),
      tyre('OX-3416', 'cream', 4.5, 690, 24, 31, ['26', '28'], [40, 47, 50]),
      tyre('OX-3418', 'child', 3.5, 360, 12, 16, ['20', '24'], [40, 47]),
      tyre('OX-3420', 'ribbed', 5, 670, 20, 26, ['26', '28'], [32, 35, 40, 47]),
    ],
  },
  {
    type: 'pump',
    category: 'Workshop > Pumps',
    brand: 'Oxbrook',
    tags: ['home'],
    facts: { material: 'steel' },
    copy: {
      'en-GB': {
        name: 'Bellows floor pump {n}',
        summary: 'A wide foot, a long hose and a gauge you can read standing up.',
        description:
          `<p>Ash handle, steel barrel, and a head that knows its valve. It goes to ${v('max-pressure')}, and ` +
          'every part of it can be had as a spare for ten years.</p>',
        points: [`Up to ${v('max-pressure')}`, 'One head for all valves', 'Spare parts for ten years'],
        box: '1 × Pump|2 × Spare washer|1 × Needle for balls',
      },
      'de-DE': {
        name: 'Standpumpe Bellows {n}',
        summary: 'Ein breiter Fuß, ein langer Schlauch und eine Anzeige, die man im Stehen liest.',
        description:
          '<p>Griff aus Esche, Rohr aus Stahl und ein Kopf, der sein Ventil kennt. Sie schafft ' +
          `${v('max-pressure')}, und jedes Teil gibt es zehn Jahre lang als Ersatz.</p>`,
        points: [`Bis ${v('max-pressure')}`, 'Ein Kopf für alle Ventile', 'Ersatzteile während zehn Jahren'],
        box: '1 × Pumpe|2 × Ersatzdichtung|1 × Nadel für Bälle',
      },
      'fr-CH': {
        name: 'Pompe à pied Bellows {n}',
        summary: 'Un pied large, un long tuyau et un manomètre lisible debout.',
        points: [
          `Jusqu’à ${v('max-pressure')}`,
          'Une seule tête pour toutes les valves',
          'Pièces détachées pendant dix ans',
        ],
      },
      'it-CH': { name: 'Pompa da officina Bellows {n}' },
      'nl-BE': {
        name: 'Vloerpomp Bellows {n}',
        summary: 'Een brede voet, een lange slang en een meter die je rechtop leest.',
      },
      'sv-SE': { name: 'Golvpump Bellows {n}' },
      'da-DK': { name: 'Gulvpumpe Bellows {n}' },
      'fi-FI': { name: 'Jalkapumppu Bellows {n}' },
      'ja-JP': { name: 'ベローズ フロアポンプ {n}', summary: '広い台座、長いホース、立ったまま読めるゲージ。' },
      'ar-AE': { name: 'مضخة أرضية بيلوز {n}' },
    },
    models: [
      pump('OX-8110', 'six', 6, 58, 1400, 28, 37),
      pump('OX-8112', 'eight', 8, 62, 1600, 34, 45),
      pump('OX-8114', 'eleven', 11, 66, 1800, 42, 55),
      pump('OX-8116', 'low', 4, 54, 1500, 32, 42, 'car|slim'),
      pump('OX-8118', 'workshop', 14, 70, 2600, 88, 115),
      pump('OX-8120', 'short', 7, 42, 1200, 36, 47),
    ],
  },
  {
    type: 'pump',
    category: 'Workshop > Pumps',
    brand: 'Kazemori',
    tags: ['touring', 'light'],
    facts: { material: 'aluminium' },
    copy: {
      'en-GB': {
        name: 'Ibuki mini pump {n}',
        summary: 'Small enough for a shirt, and patient enough for a tyre.',
        description: `<p>A hose keeps the strain off the valve. It folds to ${v('length')} and weighs ${v('weight')}.</p>`,
        points: ['Hose inside the barrel', `Weighs ${v('weight')}`, 'Holder for the frame'],
        box: '1 × Pump|1 × Holder for the frame',
      },
      'de-DE': {
        name: 'Minipumpe Ibuki {n}',
        summary: 'Klein genug fürs Hemd und geduldig genug für einen Reifen.',
        points: ['Schlauch im Rohr', `Wiegt ${v('weight')}`, 'Halter für den Rahmen'],
      },
      'fr-CH': { name: 'Mini-pompe Ibuki {n}', summary: 'Assez petite pour une poche, assez patiente pour un pneu.' },
      'nl-BE': { name: 'Minipomp Ibuki {n}' },
      'sv-SE': { name: 'Minipump Ibuki {n}' },
      'da-DK': { name: 'Minipumpe Ibuki {n}' },
      'fi-FI': { name: 'Minipumppu Ibuki {n}' },
      'ja-JP': {
        name: '息吹 ミニポンプ {n}',
        summary: 'シャツのポケットに収まる、粘り強い一本。',
        description: `<p>ホースがバルブへの負担をやわらげます。畳めば${v('length')}、重量は${v('weight')}です。</p>`,
      },
      'ar-AE': { name: 'مضخة إيبوكي الصغيرة {n}', summary: 'صغيرة تكفيها جيب القميص، وصبورة تكفي لإطار.' },
    },
    models: [
      pump('KZ-8210', 'hi', 8, 18, 98, 24, 32, 'slim'),
      pump('KZ-8212', 'fu', 6, 21, 122, 26, 34, 'slim|car'),
      pump('KZ-8214', 'mi', 5, 24, 148, 28, 37),
      pump('KZ-8216', 'yo', 7, 28, 176, 32, 42),
      pump('KZ-8218', 'twin', 7, 26, 210, 38, 49, 'car|slim'),
      pump('KZ-8220', 'gauge', 8, 27, 198, 44, 57, 'car|slim'),
    ],
  },
]
