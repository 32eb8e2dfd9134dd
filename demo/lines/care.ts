import { v, type Line, type Model } from '../line'

const tool = (sku: string, n: string, tools: number, g: number, uk: number, ch: number): Model => ({
  sku,
  n,
  uk,
  ch,
  colour: 'slate',
  stock: 34,
  facts: {
    tools: String(tools),
    weight: `${g} g`,
    length: '9 cm',
    'package-weight': `${(g / 1000 + 0.1).toFixed(2)} kg`,
    'package-length': '14 cm',
  },
})
const bottle = (
  sku: string,
  n: string,
  ml: number,
  uk: number,
  ch: number,
  weather: string,
  colour: string,
  status?: string,
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour,
  stock: 80,
  facts: {
    content: `${ml} mL`,
    weight: `${Math.round(ml * 0.92 + 24)} g`,
    weather,
    'package-weight': `${(ml / 1000 + 0.1).toFixed(2)} kg`,
    'package-length': '18 cm',
  },
  ...(status ? { status } : {}),
})

export const care: Line[] = [
  {
    type: 'multi-tool',
    category: 'Workshop > Multi-tools',
    brand: 'Tarnwheel',
    tags: ['touring', 'commuting'],
    facts: { material: 'steel' },
    copy: {
      'en-GB': {
        name: 'Wayside multi-tool {n}',
        summary: 'What mends most bicycles, at the side of most roads.',
        description:
          `<p>${v('tools')} tools turn on two screws and hold where you stop them. The keys are long enough to ` +
          'reach behind a rack, and the chain breaker works in gloves.</p>',
        points: [`${v('tools')} tools`, 'Chain breaker for gloved hands', `Weighs ${v('weight')}`],
        box: '1 × Multi-tool|1 × Pouch|2 × Spare chain pin',
      },
      'de-DE': {
        name: 'Multiwerkzeug Wayside {n}',
        summary: 'Was die meisten Räder am Rand der meisten Straßen wieder fahrbar macht.',
        description:
          `<p>${v('tools')} Werkzeuge drehen sich um zwei Schrauben und bleiben stehen, wo man sie lässt. Die ` +
          'Schlüssel reichen hinter einen Gepäckträger, und der Kettennieter geht auch mit Handschuhen.</p>',
        points: [`${v('tools')} Werkzeuge`, 'Kettennieter, auch mit Handschuhen', `Wiegt ${v('weight')}`],
        box: '1 × Multiwerkzeug|1 × Etui|2 × Ersatzbolzen',
      },
      'fr-CH': {
        name: 'Outil multifonction Wayside {n}',
        summary: 'De quoi réparer presque tous les vélos au bord de presque toutes les routes.',
        points: [`${v('tools')} outils`, 'Dérive-chaîne utilisable avec des gants', `Pèse ${v('weight')}`],
      },
      'it-CH': { name: 'Multiattrezzo Wayside {n}', summary: 'Ciò che rimette in strada quasi ogni bici.' },
      'nl-BE': { name: 'Multitool Wayside {n}' },
      'sv-SE': { name: 'Multiverktyg Wayside {n}', summary: 'Det som lagar de flesta cyklar vid de flesta vägkanter.' },
      'da-DK': { name: 'Multiværktøj Wayside {n}' },
      'fi-FI': { name: 'Monitoimityökalu Wayside {n}' },
      'ja-JP': { name: 'ウェイサイド 携帯工具 {n}', summary: 'たいていの道端で、たいていの自転車を直せます。' },
      'ar-AE': { name: 'أداة وايسايد المتعددة {n}', summary: 'ما يُصلح معظم الدراجات على جانب معظم الطرق.' },
    },
    models: [
      tool('TW-7510', '8', 8, 96, 16, 21),
      tool('TW-7512', '11', 11, 128, 21, 28),
      tool('TW-7514', '14', 14, 156, 26, 34),
      tool('TW-7516', '18', 18, 188, 32, 42),
      tool('TW-7518', '22', 22, 224, 39, 51),
      tool('TW-7520', 'light', 9, 74, 28, 37),
    ],
  },
  {
    type: 'multi-tool',
    category: 'Workshop > Multi-tools',
    brand: 'Varga & Daughter',
    tags: ['classic', 'home'],
    facts: { material: 'cromoly' },
    copy: {
      'en-GB': {
        name: 'Roll of tools {n}',
        summary: 'Full-sized tools in waxed canvas, for the bench or the bag.',
        points: [
          `${v('tools')} tools with wooden handles`,
          'Rolls up in waxed canvas',
          'Sharpened and oiled before it leaves us',
        ],
      },
      'de-DE': {
        name: 'Werkzeugrolle {n}',
        summary: 'Großes Werkzeug in gewachstem Segeltuch, für die Werkbank oder die Tasche.',
      },
      'fr-CH': {
        name: 'Trousse roulée {n}',
        summary: 'De vrais outils dans une toile cirée, pour l’établi ou la sacoche.',
      },
      'sv-SE': { name: 'Verktygsrulle {n}' },
      'ja-JP': { name: 'ツールロール {n}', summary: 'ワックスドキャンバスに包んだ、実寸の工具一式。' },
    },
    models: [
      tool('VD-7610', 'six', 6, 780, 68, 88),
      tool('VD-7612', 'ten', 10, 1240, 98, 128),
      tool('VD-7614', 'wheel', 5, 640, 74, 96),
      tool('VD-7616', 'brake', 5, 520, 62, 81),
      tool('VD-7618', 'whole', 16, 2100, 168, 219),
      tool('VD-7620', 'first', 4, 420, 44, 58),
    ],
  },
  {
    type: 'chain-care',
    category: 'Workshop > Chain care',
    brand: 'Pedersholt',
    tags: ['home'],
    facts: {},
    copy: {
      'en-GB': {
        name: 'Smør chain oil {n}',
        summary: 'Rapeseed oil that stays on the chain and off your trousers.',
        description:
          '<p>Pressed from rape, thickened with beeswax, and gone from the ground in three weeks. One drop a ' +
          `link, wait a night, wipe. ${v('content')} last a commuter about a year.</p>`,
        points: [
          'From rapeseed and beeswax',
          `${v('content')}, about a year of commuting`,
          'Breaks down in the ground',
        ],
      },
      'de-DE': {
        name: 'Kettenöl Smør {n}',
        summary: 'Rapsöl, das an der Kette bleibt und nicht an der Hose.',
        description:
          '<p>Aus Raps gepresst, mit Bienenwachs verdickt und in drei Wochen im Boden abgebaut. Ein Tropfen ' +
          `pro Glied, eine Nacht warten, abwischen. ${v('content')} reichen auf dem Arbeitsweg etwa ein ` +
          'Jahr.</p>',
        points: ['Aus Raps und Bienenwachs', `${v('content')}, etwa ein Jahr Arbeitsweg`, 'Im Boden abbaubar'],
      },
      'fr-CH': {
        name: 'Huile de chaîne Smør {n}',
        summary: 'Une huile de colza qui reste sur la chaîne, pas sur le pantalon.',
        points: ['Colza et cire d’abeille', `${v('content')}, environ un an de trajets`, 'Se dégrade dans le sol'],
      },
      'it-CH': {
        name: 'Olio per catena Smør {n}',
        summary: 'Olio di colza che resta sulla catena e non sui pantaloni.',
      },
      'nl-BE': { name: 'Kettingolie Smør {n}', summary: 'Koolzaadolie die op de ketting blijft en niet op je broek.' },
      'sv-SE': {
        name: 'Kedjeolja Smør {n}',
        summary: 'Rapsolja som stannar på kedjan och inte på byxorna.',
        points: ['Av raps och bivax', 'Bryts ned i marken'],
      },
      'da-DK': { name: 'Kædeolie Smør {n}', summary: 'Rapsolie, der bliver på kæden og ikke på bukserne.' },
      'fi-FI': { name: 'Ketjuöljy Smør {n}', summary: 'Rypsiöljy, joka pysyy ketjussa eikä tartu lahkeisiin.' },
      'ja-JP': { name: 'スモル チェーンオイル {n}', summary: 'チェーンに残り、裾には付かない菜種油。' },
    },
    models: [
      bottle('PE-6510', 'dry', 100, 9, 12, 'dry', 'ochre'),
      bottle('PE-6512', 'wet', 100, 9, 12, 'wet', 'ink'),
      bottle('PE-6514', 'all weather', 100, 10, 13, 'any', 'fir'),
      bottle('PE-6516', 'workshop', 500, 28, 37, 'any', 'fir'),
      bottle('PE-6518', 'winter', 100, 11, 15, 'wet', 'slate'),
      bottle('PE-6520', 'pocket', 20, 4, 6, 'any', 'madder'),
    ],
  },
  {
    type: 'chain-care',
    category: 'Workshop > Chain care',
    brand: 'Lumenfell',
    tags: ['home', 'workshop'],
    range: 'uk | de | ch | be | nord',
    facts: {},
    copy: {
      'en-GB': {
        name: 'Klar cleaner {n}',
        summary: 'Takes a winter of dirt off a chain in ten minutes.',
        points: [`${v('content')}`, 'Smells of orange, not of petrol', 'Rinses off with water'],
      },
      'de-DE': {
        name: 'Reiniger Klar {n}',
        summary: 'Holt in zehn Minuten den Schmutz eines Winters von der Kette.',
        points: ['Riecht nach Orange, nicht nach Benzin', 'Mit Wasser abspülbar'],
      },
      'fr-CH': { name: 'Nettoyant Klar {n}', summary: 'Enlève en dix minutes la crasse d’un hiver.' },
      'nl-BE': { name: 'Reiniger Klar {n}' },
      'sv-SE': { name: 'Rengöring Klar {n}', summary: 'Tar bort en vinters smuts från kedjan på tio minuter.' },
      'fi-FI': { name: 'Puhdistusaine Klar {n}' },
    },
    models: [
      bottle('LU-6610', 'spray', 250, 11, 14, 'any', 'chalk'),
      bottle('LU-6612', 'bath', 500, 16, 21, 'any', 'chalk'),
      bottle('LU-6614', 'refill', 1000, 24, 31, 'any', 'chalk'),
      bottle('LU-6616', 'foam', 300, 13, 17, 'any', 'ochre'),
      bottle('LU-6618', 'frame', 500, 14, 18, 'any', 'ink'),
      bottle('LU-6620', 'brake', 250, 12, 16, 'any', 'slate', 'draft'),
    ],
  },
]
