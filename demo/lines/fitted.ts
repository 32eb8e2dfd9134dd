import { v, type Line, type Model } from '../line'

const guard = (
  sku: string,
  n: string,
  mm: number,
  tyre: number,
  g: number,
  uk: number,
  ch: number,
  colour: string,
  wheels = ['26', '28', '29'],
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour,
  stock: 0,
  facts: {
    width: `${mm} mm`,
    'tyre-width': `${tyre} mm`,
    weight: `${g} g`,
    'package-weight': `${(g / 1000 + 0.4).toFixed(1)} kg`,
    'package-length': '78 cm',
  },
  axes: { 'wheel-size': wheels },
})
const seat = (
  sku: string,
  n: string,
  kg: number,
  g: number,
  uk: number,
  ch: number,
  colours: string[],
  status?: string,
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour: colours[0]!,
  stock: 0,
  facts: {
    'child-weight': `${kg} kg`,
    weight: `${(g / 1000).toFixed(1)} kg`,
    'package-weight': `${(g / 1000 + 1.5).toFixed(1)} kg`,
    'package-length': '62 cm',
  },
  axes: { colour: colours },
  ...(status ? { status } : {}),
})
export const fitted: Line[] = [
  {
    type: 'mudguards',
    category: 'On the bike > Mudguards',
    brand: 'Tarnwheel',
    tags: ['commuting', 'touring'],
    facts: { material: 'aluminium', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Drover mudguards {n}',
        summary: 'A pair that stays quiet on cobbles and keeps your ankles dry.',
        description:
          '<p>The Drover is rolled from one piece of aluminium, so there is no seam to rattle. At ' +
          `${v('width')} it covers tyres of up to ${v('tyre-width')}, and the front one reaches down to a hand ` +
          'above the road.</p>',
        points: [`For tyres of up to ${v('tyre-width')}`, 'Stays with safety release', 'All bolts in the box'],
        mounting:
          '<p>Bend nothing until all four stays are in. Leave a finger’s width between tyre and guard, all ' +
          'the way round.</p>',
        box: '2 × Mudguard|4 × Stay|1 × Bag of bolts',
      },
      'de-DE': {
        name: 'Schutzbleche Drover {n}',
        summary: 'Ein Paar, das auf Kopfsteinpflaster still bleibt und die Knöchel trocken hält.',
        description:
          `<p>Das Drover ist aus einem Stück Aluminium gerollt, also klappert keine Naht. Mit ${v('width')} ` +
          `deckt es Reifen bis ${v('tyre-width')} ab; das vordere reicht bis eine Handbreit über die ` +
          'Straße.</p>',
        points: [`Für Reifen bis ${v('tyre-width')}`, 'Streben mit Sicherheitsauslösung', 'Alle Schrauben liegen bei'],
        box: '2 × Schutzblech|4 × Strebe|1 × Beutel mit Schrauben',
      },
      'fr-CH': {
        name: 'Garde-boue Drover {n}',
        summary: 'Une paire silencieuse sur les pavés, qui garde les chevilles au sec.',
        points: [`Pour pneus jusqu’à ${v('tyre-width')}`, 'Haubans à déclenchement de sécurité', 'Visserie fournie'],
      },
      'it-CH': { name: 'Parafanghi Drover {n}' },
      'nl-BE': {
        name: 'Spatborden Drover {n}',
        summary: 'Een paar dat stil blijft op kasseien en je enkels droog houdt.',
        points: [`Voor banden tot ${v('tyre-width')}`, 'Alle bouten in de doos'],
      },
      'sv-SE': {
        name: 'Stänkskärmar Drover {n}',
        summary: 'Ett par som är tyst på kullersten och håller anklarna torra.',
      },
      'da-DK': { name: 'Skærme Drover {n}' },
      'fi-FI': { name: 'Lokasuojat Drover {n}' },
      'ja-JP': { name: 'ドローバー 泥よけ {n}', summary: '石畳でも静かで、足首を濡らさない前後セット。' },
    },
    models: [
      guard('TW-5035', '35', 35, 25, 480, 34, 45, 'slate'),
      guard('TW-5042', '42', 42, 32, 540, 36, 48, 'slate'),
      guard('TW-5046', '46', 46, 37, 580, 38, 51, 'ink'),
      guard('TW-5052', '52', 52, 42, 620, 40, 54, 'fir'),
      guard('TW-5058', '58', 58, 47, 670, 44, 58, 'madder'),
      guard(
        'TW-5065',
        '65',
        65,
        54,
        740,
        48,
        64,
        'slate',
        ['26', '27.5', '28', '29'].map((s) => s.replace('.', '-')),
      ),
    ],
  },
  {
    type: 'mudguards',
    category: 'On the bike > Mudguards',
    brand: 'Oxbrook',
    tags: ['city'],
    facts: { material: 'polycarbonate', season: 'winter' },
    copy: {
      'en-GB': {
        name: 'Snapdry mudguards {n}',
        summary: 'On in a minute before the rain, off in a minute after.',
        description:
          '<p>Two straps, no tools. The Snapdry is for the bicycle that wears no mudguards from May to ' +
          `September. It weighs ${v('weight')}.</p>`,
        points: ['No tools', `Weighs ${v('weight')}`, 'Leaves no mark on the paint'],
      },
      'de-DE': {
        name: 'Steckschutzbleche Snapdry {n}',
        summary: 'In einer Minute dran, bevor es regnet, und in einer wieder ab.',
        points: ['Ohne Werkzeug', `Wiegt ${v('weight')}`, 'Schont den Lack'],
      },
      'fr-CH': {
        name: 'Garde-boue amovibles Snapdry {n}',
        summary: 'Posés en une minute avant la pluie, enlevés aussi vite.',
      },
      'nl-BE': { name: 'Klikspatborden Snapdry {n}' },
      'sv-SE': { name: 'Snäppskärmar Snapdry {n}' },
      'fi-FI': { name: 'Pikalokasuojat Snapdry {n}' },
      'ja-JP': { name: 'スナップドライ 着脱泥よけ {n}' },
    },
    models: [
      guard('OX-5410', 'narrow', 38, 28, 260, 22, 29, 'chalk', ['28', '29']),
      guard('OX-5412', 'city', 46, 37, 300, 24, 32, 'slate', ['26', '28']),
      guard('OX-5414', 'wide', 54, 44, 340, 26, 34, 'ink', ['28', '29']),
      guard('OX-5416', 'rear only', 50, 44, 180, 16, 21, 'slate', ['26', '28']),
      guard('OX-5418', 'front only', 50, 44, 160, 15, 20, 'slate', ['26', '28']),
      guard('OX-5420', 'small wheel', 50, 47, 250, 22, 29, 'ochre', ['20', '24']),
    ],
  },
  {
    type: 'mudguards',
    category: 'On the bike > Mudguards',
    brand: 'Varga & Daughter',
    tags: ['classic'],
    facts: { material: 'bamboo' },
    copy: {
      'en-GB': {
        name: 'Slat mudguards {n}',
        summary: 'Bent bamboo with brass ends, oiled by hand.',
        points: ['Each pair from one cane', 'Brass stays', 'Wants oil once a year'],
      },
      'de-DE': { name: 'Holzschutzbleche Slat {n}', summary: 'Gebogener Bambus mit Messingenden, von Hand geölt.' },
      'fr-CH': { name: 'Garde-boue en bambou Slat {n}' },
      'ja-JP': { name: 'スラット 竹製泥よけ {n}', summary: '曲げ竹に真鍮の先端。一組ずつ手でオイルを塗っています。' },
    },
    models: [
      guard('VD-0601', 'slim', 40, 30, 520, 128, 166, 'ochre', ['28']),
      guard('VD-0602', 'broad', 55, 45, 610, 138, 179, 'ochre', ['26', '28']),
      guard('VD-0603', 'dark', 55, 45, 610, 144, 187, 'slate', ['28']),
      guard('VD-0604', 'porteur', 60, 50, 680, 156, 202, 'ochre', ['26']),
      guard('VD-0605', 'rear flap', 55, 45, 640, 149, 194, 'madder', ['28']),
      guard('VD-0606', 'child’s', 50, 45, 420, 98, 128, 'fir', ['20', '24']),
    ],
  },
  {
    type: 'child-seat',
    category: 'On the bike > Child seats',
    brand: 'Pedersholt',
    tags: ['family'],
    range: 'uk | de | ch | be | nord | ca',
    facts: { mounting: 'frame', reflective: 'yes' },
    copy: {
      'en-GB': {
        name: 'Rede {n} child seat',
        summary: 'A seat that leans back when they fall asleep, and they do.',
        description:
          `<p>The Rede carries a child of up to ${v('child-weight')} behind you. Its back tips by fifteen ` +
          'degrees with one lever, the footrests move in five steps, and the harness closes in the middle with ' +
          'one click that small hands cannot open.</p>',
        points: [
          `For children of up to ${v('child-weight')}`,
          'Tips back by fifteen degrees',
          'Harness with a single buckle',
          'Reflective on three sides',
        ],
        mounting:
          '<p>The holder goes round the seat tube. Tighten until the red mark has gone, then pull the seat ' +
          'upwards as hard as you can.</p>',
        box: '1 × Seat|1 × Holder for the seat tube|2 × Footrest|1 × Key',
      },
      'de-DE': {
        name: 'Kindersitz Rede {n}',
        summary: 'Ein Sitz, der sich zurücklehnt, wenn sie einschlafen. Und sie schlafen ein.',
        description:
          `<p>Der Rede trägt hinter Ihnen ein Kind bis ${v('child-weight')}. Die Lehne kippt mit einem Hebel ` +
          'um fünfzehn Grad, die Fußstützen lassen sich fünffach verstellen, und der Gurt schließt in der ' +
          'Mitte mit einem Klick, den kleine Hände nicht öffnen.</p>',
        points: [
          `Für Kinder bis ${v('child-weight')}`,
          'Lehne kippt um fünfzehn Grad',
          'Gurt mit einem einzigen Verschluss',
        ],
        box: '1 × Sitz|1 × Halter für das Sattelrohr|2 × Fußstütze|1 × Schlüssel',
      },
      'fr-CH': {
        name: 'Siège enfant Rede {n}',
        summary: 'Un siège qui s’incline quand ils s’endorment, et ils s’endorment.',
        points: [`Pour enfants jusqu’à ${v('child-weight')}`, 'S’incline de quinze degrés', 'Harnais à boucle unique'],
      },
      'it-CH': { name: 'Seggiolino Rede {n}' },
      'nl-BE': { name: 'Kinderzitje Rede {n}', summary: 'Een zitje dat achterover leunt als ze in slaap vallen.' },
      'sv-SE': {
        name: 'Barnsits Rede {n}',
        summary: 'En sits som lutar sig bakåt när de somnar, och det gör de.',
        description:
          `<p>Rede bär ett barn på upp till ${v('child-weight')} bakom dig. Ryggen fälls femton grader med en ` +
          'spak och selen stängs med ett enda klick.</p>',
      },
      'da-DK': { name: 'Barnestol Rede {n}', summary: 'En stol, der læner sig tilbage, når de falder i søvn.' },
      'fi-FI': { name: 'Lastenistuin Rede {n}', summary: 'Istuin, joka kallistuu, kun pieni nukahtaa.' },
    },
    models: [
      seat('PE-9010', 'one', 15, 3200, 94, 122, ['slate', 'fir', 'ochre']),
      seat('PE-9020', 'two', 22, 4100, 118, 154, ['slate', 'ink', 'madder']),
      seat('PE-9030', 'tall', 22, 4600, 139, 182, ['slate', 'fir', 'chalk']),
      seat('PE-9040', 'front', 12, 2400, 82, 108, ['slate', 'ochre', 'ink']),
    ],
  },
  {
    type: 'child-seat',
    category: 'On the bike > Child seats',
    brand: 'Tarnwheel',
    tags: ['family'],
    range: 'uk | de | ch | be',
    facts: { mounting: 'rack', reflective: 'no' },
    copy: {
      'en-GB': {
        name: 'Perch {n} rack seat',
        summary: 'Hooks on the rack like a pannier, and comes off at the nursery door.',
        description:
          '<p>Leave the seat where the child stays: the Perch lifts off its rack with one hand. It takes ' +
          `${v('child-weight')}.</p>`,
        points: ['On and off with one hand', `Takes ${v('child-weight')}`, 'Washable cover'],
        box: '1 × Seat|1 × Rack adapter|1 × Rain cover',
      },
      'de-DE': {
        name: 'Trägersitz Perch {n}',
        summary: 'Hängt am Gepäckträger wie eine Tasche und kommt vor der Kita ab.',
        points: ['Mit einer Hand auf und ab', `Trägt ${v('child-weight')}`, 'Waschbarer Bezug'],
      },
      'fr-CH': {
        name: 'Siège de porte-bagages Perch {n}',
        summary: 'Il s’accroche comme une sacoche et s’enlève devant la crèche.',
      },
      'nl-BE': {
        name: 'Dragerzitje Perch {n}',
        summary: 'Haakt aan de drager zoals een tas, en gaat eraf aan de crèche.',
      },
    },
    models: [
      seat('TW-9110', 'light', 15, 2900, 79, 104, ['slate', 'fir', 'madder']),
      seat('TW-9120', 'steady', 22, 3800, 98, 128, ['slate', 'ink', 'ochre']),
      seat('TW-9130', 'duo', 22, 4200, 112, 146, ['slate', 'chalk', 'fir'], 'draft'),
      seat('TW-9140', 'bench', 27, 5200, 146, 189, ['ochre', 'slate', 'ink']),
    ],
  },
]
