import { v, type Line, type Model } from '../line'

const worn = (
  sku: string,
  n: string,
  uk: number,
  ch: number,
  colour: string,
  facts: Record<string, string>,
  size: string[],
  colours?: string[],
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour,
  stock: 0,
  facts: { 'package-weight': '0.4 kg', ...facts },
  axes: { size, ...(colours ? { colour: colours } : {}) },
})
const feet = ['S', 'M', 'L', 'XL', 'XXL']
/** Foot lengths by size: a table as a cell holds it, rows on lines, cells between bars. */
const chart = (...heads: [string, string]) =>
  [heads, ['S', '36–38'], ['M', '39–41'], ['L', '42–44'], ['XL', '45–46'], ['XXL', '47–48']]
    .map((r) => r.join('|'))
    .join('\n')

export const weather: Line[] = [
  {
    type: 'overshoes',
    category: 'Clothing > Overshoes',
    brand: 'Tarnwheel',
    tags: ['commuting', 'waterproof'],
    facts: {
      material: 'recycled-nylon',
      reflective: 'yes',
      season: 'winter',
      'size-chart@/en-GB': chart('Size', 'Shoes, EU'),
      'size-chart@/de-DE': chart('Größe', 'Schuhe, EU'),
    },
    copy: {
      'en-GB': {
        name: 'Puddle overshoes {n}',
        summary: 'Over the shoes you work in, off before the lift.',
        description:
          '<p>The Puddle opens at the back, so it goes on over office shoes without a fight. The sole is cut ' +
          'out where the pedal grips, and the heel shines in headlights.</p>',
        points: ['Open at the back', 'Reflective heel', 'Fold into a coat pocket'],
      },
      'de-DE': {
        name: 'Überschuhe Puddle {n}',
        summary: 'Über die Büroschuhe an, vor dem Lift wieder aus.',
        description:
          '<p>Der Puddle öffnet hinten und geht ohne Kampf über Büroschuhe. Die Sohle ist ausgeschnitten, wo ' +
          'das Pedal greift, und die Ferse leuchtet im Scheinwerferlicht.</p>',
        points: ['Öffnet hinten', 'Reflektierende Ferse', 'Passt gefaltet in die Manteltasche'],
      },
      'fr-CH': {
        name: 'Couvre-chaussures Puddle {n}',
        summary: 'Par-dessus les chaussures de bureau, ôtés avant l’ascenseur.',
        points: ['S’ouvrent à l’arrière', 'Talon réfléchissant', 'Tiennent dans une poche'],
      },
      'it-CH': { name: 'Copriscarpe Puddle {n}' },
      'nl-BE': {
        name: 'Overschoenen Puddle {n}',
        summary: 'Over je werkschoenen aan, voor de lift weer uit.',
        points: ['Openen achteraan', 'Reflecterende hiel', 'Passen in een jaszak'],
      },
      'sv-SE': { name: 'Skoöverdrag Puddle {n}', summary: 'På över kontorsskorna, av före hissen.' },
      'da-DK': { name: 'Overtrækssko Puddle {n}', summary: 'På over kontorskoene, af før elevatoren.' },
      'fi-FI': { name: 'Kenkäsuojat Puddle {n}' },
      'ja-JP': { name: 'パドル シューズカバー {n}', summary: '仕事の靴の上から履き、エレベーターの前で脱げます。' },
    },
    models: [
      worn('TW-8610', 'light', 24, 31, 'slate', { colour: 'slate' }, feet),
      worn('TW-8620', 'high', 32, 42, 'ink', { colour: 'ink' }, feet),
      worn('TW-8630', 'bright', 29, 38, 'ochre', { colour: 'ochre' }, feet),
      worn('TW-8640', 'gaiter', 38, 49, 'fir', { colour: 'fir' }, feet),
    ],
  },
  {
    type: 'overshoes',
    category: 'Clothing > Overshoes',
    brand: 'Pedersholt',
    tags: ['winter'],
    range: 'uk | de | ch | be | nord | ca',
    facts: {
      material: 'neoprene',
      reflective: 'no',
      season: 'winter',
      'size-chart@/en-GB': chart('Size', 'Shoes, EU'),
    },
    copy: {
      'en-GB': {
        name: 'Tø warm overshoes {n}',
        summary: 'Three millimetres of neoprene between your toes and January.',
        points: ['Warm when wet', 'Hard patch under the cleat', 'Zip at the side'],
      },
      'de-DE': {
        name: 'Warme Überschuhe Tø {n}',
        summary: 'Drei Millimeter Neopren zwischen den Zehen und dem Januar.',
        points: ['Wärmt auch nass', 'Verstärkt unter dem Pedal', 'Seitlicher Reißverschluss'],
      },
      'fr-CH': { name: 'Couvre-chaussures chauds Tø {n}' },
      'sv-SE': { name: 'Varma skoöverdrag Tø {n}', summary: 'Tre millimeter neopren mellan tårna och januari.' },
      'da-DK': { name: 'Varme overtrækssko Tø {n}', summary: 'Tre millimeter neopren mellem tæerne og januar.' },
      'fi-FI': {
        name: 'Lämpimät kenkäsuojat Tø {n}',
        summary: 'Kolme milliä neopreenia varpaiden ja tammikuun väliin.',
      },
    },
    models: [
      worn('PE-8710', '3 mm', 36, 47, 'slate', { colour: 'slate' }, feet),
      worn('PE-8720', '5 mm', 44, 58, 'slate', { colour: 'slate' }, feet),
      worn('PE-8730', 'toe', 19, 25, 'ink', { colour: 'ink' }, feet),
      worn('PE-8740', 'lined', 52, 68, 'madder', { colour: 'madder' }, feet),
    ],
  },
  {
    type: 'rain-jacket',
    category: 'Clothing > Rain jackets',
    brand: 'Kazemori',
    tags: ['light', 'touring'],
    facts: { material: 'recycled-nylon', reflective: 'yes', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Shigure {n} rain jacket',
        summary: 'Packs to the size of an apple, for rain that may not come.',
        description:
          `<p>Shigure is the short rain of late autumn. The jacket for it weighs ${v('weight')}, has one ` +
          'pocket, and packs into that.</p>',
        points: [`Weighs ${v('weight')}`, 'Packs into its pocket', 'Vents under the arms'],
      },
      'de-DE': {
        name: 'Regenjacke Shigure {n}',
        summary: 'Klein wie ein Apfel, für Regen, der vielleicht gar nicht kommt.',
        points: [`Wiegt ${v('weight')}`, 'Passt in die eigene Tasche', 'Belüftung unter den Armen'],
      },
      'fr-CH': {
        name: 'Veste de pluie Shigure {n}',
        summary: 'Petite comme une pomme, pour une pluie qui ne viendra peut-être pas.',
      },
      'it-CH': { name: 'Giacca antipioggia Shigure {n}' },
      'nl-BE': { name: 'Regenjas Shigure {n}' },
      'sv-SE': { name: 'Regnjacka Shigure {n}' },
      'da-DK': { name: 'Regnjakke Shigure {n}' },
      'fi-FI': { name: 'Sadetakki Shigure {n}' },
      'ja-JP': {
        name: '時雨 レインジャケット {n}',
        summary: '降らないかもしれない雨のために、りんごの大きさで。',
        description: `<p>晩秋の通り雨、時雨。そのための一枚は重量${v('weight')}、ポケットはひとつ、そこに畳んで収まります。</p>`,
        points: [`重量${v('weight')}`, 'ポケットに収納', '脇下ベンチレーション'],
      },
      'ar-AE': { name: 'سترة شيغوري للمطر {n}' },
    },
    models: [
      worn('KZ-8410', 'mist', 94, 122, 'chalk', { weight: '118 g' }, ['S', 'M', 'L', 'XL'], ['chalk', 'ink']),
      worn('KZ-8420', 'shower', 109, 142, 'fir', { weight: '154 g' }, ['S', 'M', 'L', 'XL'], ['fir', 'ochre']),
      worn('KZ-8430', 'pour', 138, 179, 'slate', { weight: '212 g' }, ['S', 'M', 'L', 'XL'], ['slate', 'madder']),
      worn('KZ-8440', 'long', 144, 188, 'ink', { weight: '236 g' }, ['S', 'M', 'L', 'XL'], ['ink', 'slate']),
    ],
  },
  {
    type: 'gloves',
    category: 'Clothing > Gloves',
    brand: 'Oxbrook',
    tags: ['city'],
    facts: { material: 'waxed-canvas', reflective: 'no', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Carter gloves {n}',
        summary: 'Waxed canvas outside, cotton inside, for every day that is not too cold.',
        points: ['Waxed against drizzle', 'Grip of raw rubber', 'Hang to dry by a loop'],
      },
      'de-DE': {
        name: 'Handschuhe Carter {n}',
        summary: 'Außen gewachstes Segeltuch, innen Baumwolle, für jeden Tag, der nicht zu kalt ist.',
        points: ['Gewachst gegen Niesel', 'Griff aus Rohgummi', 'Schlaufe zum Trocknen'],
      },
      'fr-CH': {
        name: 'Gants Carter {n}',
        summary: 'Toile cirée dehors, coton dedans, pour tous les jours pas trop froids.',
      },
      'nl-BE': { name: 'Handschoenen Carter {n}' },
      'sv-SE': { name: 'Handskar Carter {n}' },
      'fi-FI': { name: 'Käsineet Carter {n}' },
      'ja-JP': { name: 'カーター グローブ {n}' },
      'ar-AE': { name: 'قفازات كارتر {n}' },
    },
    models: [
      worn('OX-7210', 'plain', 29, 38, 'ochre', { colour: 'ochre' }, ['S', 'M', 'L', 'XL', 'XXL']),
      worn('OX-7220', 'cuffed', 34, 45, 'fir', { colour: 'fir' }, ['S', 'M', 'L', 'XL', 'XXL']),
      worn('OX-7230', 'half', 24, 32, 'slate', { colour: 'slate' }, ['S', 'M', 'L', 'XL', 'XXL']),
      worn('OX-7240', 'lined', 42, 55, 'ink', { colour: 'ink' }, ['S', 'M', 'L', 'XL', 'XXL']),
    ],
  },
  {
    type: 'helmet',
    category: 'Clothing > Helmets',
    brand: 'Pedersholt',
    tags: ['city', 'commuting'],
    facts: { material: 'polycarbonate', reflective: 'yes' },
    copy: {
      'en-GB': {
        name: 'Hjelm {n} city helmet',
        summary: 'A round shell with a wool brim, made for short trips and long winters.',
        description:
          `<p>The brim comes off for summer and goes on over the ears for winter. ${v('weight')} without ` + 'it.</p>',
        points: ['Wool brim, comes off', 'Reflective piping all round', 'Magnet closes with one hand'],
      },
      'de-DE': {
        name: 'Stadthelm Hjelm {n}',
        summary: 'Eine runde Schale mit Wollkrempe, für kurze Wege und lange Winter.',
        points: ['Abnehmbare Wollkrempe', 'Ringsum reflektierende Paspel', 'Magnetverschluss für eine Hand'],
      },
      'fr-CH': {
        name: 'Casque de ville Hjelm {n}',
        summary: 'Une coque ronde à bord de laine, pour trajets courts et longs hivers.',
      },
      'nl-BE': { name: 'Stadshelm Hjelm {n}' },
      'sv-SE': {
        name: 'Stadshjälm Hjelm {n}',
        summary: 'Ett runt skal med ullbrätte, för korta vägar och långa vintrar.',
      },
      'da-DK': { name: 'Byhjelm Hjelm {n}', summary: 'En rund skal med uldskygge, til korte ture og lange vintre.' },
      'fi-FI': {
        name: 'Kaupunkikypärä Hjelm {n}',
        summary: 'Pyöreä kuori ja villalippa lyhyille matkoille ja pitkiin talviin.',
      },
    },
    models: [
      worn('PE-1610', 'round', 74, 97, 'slate', { weight: '380 g' }, ['S', 'M', 'L'], ['slate', 'chalk']),
      worn('PE-1620', 'brimmed', 84, 109, 'fir', { weight: '420 g' }, ['S', 'M', 'L'], ['fir', 'ink']),
      worn('PE-1630', 'visor', 98, 128, 'ink', { weight: '470 g' }, ['S', 'M', 'L'], ['ink', 'slate']),
      worn('PE-1640', 'small', 58, 76, 'ochre', { weight: '310 g' }, ['XS', 'S'], ['ochre', 'madder']),
    ],
  },
  {
    type: 'rain-jacket',
    category: 'Clothing > Rain jackets',
    brand: 'Pedersholt',
    tags: ['city', 'waterproof'],
    facts: { material: 'recycled-nylon', reflective: 'no', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Slud {n} parka',
        summary: 'A coat first, and rain gear when it has to be.',
        points: ['Two-way zip for the saddle', 'Pockets that close', 'Hood goes under a helmet'],
      },
      'de-DE': {
        name: 'Parka Slud {n}',
        summary: 'Zuerst ein Mantel, und Regenzeug, wenn es sein muss.',
        points: ['Zweiwege-Reißverschluss für den Sattel', 'Verschließbare Taschen', 'Kapuze passt unter den Helm'],
      },
      'fr-CH': { name: 'Parka Slud {n}', summary: 'Un manteau d’abord, un imperméable quand il le faut.' },
      'nl-BE': { name: 'Parka Slud {n}' },
      'sv-SE': { name: 'Parkas Slud {n}', summary: 'En rock först, och regnkläder när det behövs.' },
      'da-DK': { name: 'Parka Slud {n}', summary: 'En frakke først, og regntøj når det skal være.' },
      'fi-FI': { name: 'Parka Slud {n}', summary: 'Ensin takki, tarvittaessa sadevaate.' },
    },
    models: [
      worn(
        'PE-8810',
        'short',
        129,
        168,
        'slate',
        { weight: '620 g' },
        ['S', 'M', 'L', 'XL', 'XXL'],
        ['slate', 'fir', 'madder'],
      ),
      worn(
        'PE-8820',
        'knee',
        148,
        192,
        'ink',
        { weight: '740 g' },
        ['S', 'M', 'L', 'XL', 'XXL'],
        ['ink', 'ochre', 'slate'],
      ),
      worn(
        'PE-8830',
        'lined',
        178,
        232,
        'fir',
        { weight: '910 g' },
        ['S', 'M', 'L', 'XL', 'XXL'],
        ['fir', 'slate', 'ochre'],
      ),
      worn('PE-8840', 'child', 84, 109, 'madder', { weight: '420 g' }, ['XS', 'S'], ['madder', 'ochre']),
    ],
  },
  {
    type: 'overshoes',
    category: 'Clothing > Overshoes',
    brand: 'Kazemori',
    tags: ['light'],
    facts: { material: 'recycled-nylon', reflective: 'yes', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Tabi covers {n}',
        summary: 'Rolls up to a plum, and goes on in the doorway.',
        points: ['Weigh next to nothing', 'Elastic at the ankle', 'Come in their own pouch'],
      },
      'de-DE': {
        name: 'Überzieher Tabi {n}',
        summary: 'Klein gerollt wie eine Pflaume, im Hauseingang angezogen.',
        points: ['Wiegen fast nichts', 'Gummizug am Knöchel', 'Kommen im eigenen Beutel'],
      },
      'fr-CH': { name: 'Surchaussures Tabi {n}' },
      'ja-JP': {
        name: '足袋カバー {n}',
        summary: '丸めれば梅の実ほど。玄関先でさっと履けます。',
        points: ['驚くほど軽い', '足首はゴム入り', '専用ポーチ付き'],
      },
    },
    models: [
      worn('KZ-8910', 'thin', 18, 24, 'slate', { colour: 'slate' }, feet),
      worn('KZ-8920', 'grip', 24, 31, 'ink', { colour: 'ink' }, feet),
      worn('KZ-8930', 'snow', 32, 42, 'chalk', { colour: 'chalk' }, feet),
      worn('KZ-8940', 'bright', 22, 29, 'ochre', { colour: 'ochre' }, feet),
    ],
  },
  {
    type: 'helmet',
    category: 'Clothing > Helmets',
    brand: 'Tarnwheel',
    tags: ['family'],
    facts: { material: 'polycarbonate', reflective: 'yes' },
    copy: {
      'en-GB': {
        name: 'Acorn {n} helmet',
        summary: 'For small heads that grow: one ring, three years.',
        points: ['Ring adjusts by six centimetres', 'Insect net in front', `Weighs ${v('weight')}`],
      },
      'de-DE': {
        name: 'Helm Acorn {n}',
        summary: 'Für kleine Köpfe, die wachsen: ein Ring, drei Jahre.',
        points: ['Ring um sechs Zentimeter verstellbar', 'Insektennetz vorne', `Wiegt ${v('weight')}`],
      },
      'fr-CH': { name: 'Casque Acorn {n}', summary: 'Pour les petites têtes qui grandissent: un anneau, trois ans.' },
      'it-CH': { name: 'Casco Acorn {n}' },
      'nl-BE': { name: 'Helm Acorn {n}', summary: 'Voor kleine hoofden die groeien: één ring, drie jaar.' },
      'sv-SE': { name: 'Hjälm Acorn {n}' },
      'da-DK': { name: 'Hjelm Acorn {n}' },
      'fi-FI': { name: 'Kypärä Acorn {n}' },
      'ja-JP': { name: 'エイコーン ヘルメット {n}', summary: '大きくなる小さな頭に。ひとつの輪で、三年間。' },
      'ar-AE': { name: 'خوذة إيكورن {n}', summary: 'لرؤوس صغيرة تكبر: حلقة واحدة لثلاث سنوات.' },
    },
    models: [
      worn('TW-1710', 'first', 34, 45, 'fir', { weight: '240 g' }, ['XS', 'S'], ['fir', 'ochre', 'madder']),
      worn('TW-1720', 'second', 38, 49, 'ink', { weight: '270 g' }, ['S', 'M'], ['ink', 'ochre', 'madder']),
      worn('TW-1730', 'schoolway', 44, 58, 'madder', { weight: '290 g' }, ['S', 'M'], ['madder', 'slate', 'chalk']),
      worn('TW-1740', 'star', 42, 55, 'chalk', { weight: '280 g' }, ['XS', 'S', 'M'], ['chalk', 'ink', 'fir']),
    ],
  },
]
