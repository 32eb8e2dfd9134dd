import { v, type Line, type Model } from '../line'
import { day } from '../day'

const worn = (
  sku: string,
  n: string,
  uk: number,
  ch: number,
  colour: string,
  facts: Record<string, string>,
  size: string[],
  colours?: string[],
  status?: string,
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour,
  stock: 0,
  facts,
  axes: { size, ...(colours ? { colour: colours } : {}) },
  ...(status ? { status } : {}),
})

export const clothing: Line[] = [
  {
    type: 'helmet',
    category: 'Clothing > Helmets',
    brand: 'Kazemori',
    tags: ['commuting'],
    facts: { material: 'polycarbonate', reflective: 'yes', launched: day(-291) },
    copy: {
      'en-GB': {
        name: 'Hayate {n} helmet',
        summary: 'A calm, round helmet with a light in the dial at the back.',
        description:
          '<p>Fourteen vents draw the air over the head and out at the neck. The dial fits it with one hand, ' +
          `gloves on, and its red light shows from behind.</p><p>It weighs ${v('weight')}.</p>`,
        points: ['Light in the rear dial', 'Fits with one hand', `Weighs ${v('weight')}`],
      },
      'de-CH': {
        name: 'Helm Hayate {n}',
        summary: 'Ein ruhiger, runder Helm mit einem Licht im Drehrad hinten.',
        description:
          '<p>Vierzehn Öffnungen ziehen die Luft über den Kopf und am Nacken hinaus. Das Drehrad stellt ihn ' +
          'mit einer Hand ein, auch mit Handschuhen.</p>',
        points: ['Licht im Drehrad', 'Mit einer Hand einstellbar', `Wiegt ${v('weight')}`],
      },
      'fr-CH': {
        name: 'Casque Hayate {n}',
        summary: 'Un casque rond et sobre, avec un feu dans la molette arrière.',
        description: '<p>Quatorze ouvertures font passer l’air sur la tête et le laissent sortir à la nuque.</p>',
      },
      'it-CH': {
        name: 'Casco Hayate {n}',
        summary: 'Un casco sobrio e rotondo, con una luce nella rotella posteriore.',
      },
      'de-DE': {
        name: 'Helm Hayate {n}',
        summary: 'Ein ruhiger, runder Helm mit einem Licht im Drehrad hinten.',
        description:
          '<p>Vierzehn Öffnungen ziehen die Luft über den Kopf und am Nacken hinaus. Das Drehrad stellt ihn ' +
          'mit einer Hand ein, auch mit Handschuhen.</p>',
      },
      'nl-BE': { name: 'Helm Hayate {n}', summary: 'Een rustige, ronde helm met een licht in de draaiknop.' },
      'sv-SE': { name: 'Hjälm Hayate {n}', summary: 'En lugn, rund hjälm med en lampa i vredet bak.' },
      'da-DK': { name: 'Hjelm Hayate {n}' },
      'fi-FI': { name: 'Kypärä Hayate {n}' },
      'ja-JP': {
        name: '疾風 ヘルメット {n}',
        summary: '後ろのダイヤルにライトを備えた、穏やかな丸みのヘルメット。',
        description: `<p>14個の通気孔が頭上の空気をうなじへ流します。ダイヤルは手袋のまま片手で調整でき、後方には赤いライトが光ります。</p><p>重量は${v('weight')}です。</p>`,
      },
      'ar-AE': {
        name: 'خوذة هاياتي {n}',
        summary: 'خوذة هادئة مستديرة مع ضوء في القرص الخلفي.',
        description:
          '<p>أربع عشرة فتحة تمرّر الهواء فوق الرأس وتخرجه عند الرقبة. يُضبط القرص بيد واحدة حتى مع ' +
          `القفازات.</p><p>الوزن: ${v('weight')}.</p>`,
      },
    },
    models: [
      worn('KZ-1100', 'city', 59, 78, 'slate', { weight: '330 g' }, ['S', 'M', 'L'], ['slate', 'ochre']),
      worn('KZ-1200', 'tour', 79, 104, 'ink', { weight: '295 g' }, ['S', 'M', 'L'], ['ink', 'chalk']),
      worn('KZ-1300', 'air', 98, 128, 'madder', { weight: '248 g' }, ['S', 'M', 'L']),
      worn('KZ-1400', 'junior', 42, 55, 'ochre', { weight: '260 g' }, ['XS', 'S']),
    ],
  },
  {
    type: 'helmet',
    category: 'Clothing > Helmets',
    brand: 'Oxbrook',
    tags: ['city'],
    facts: { material: 'polycarbonate', reflective: 'no' },
    copy: {
      'en-GB': {
        name: 'Cask {n} helmet',
        summary: 'A full shell that covers the temples, for busy streets.',
        points: ['Covers the temples', 'Magnetic buckle'],
      },
      'de-CH': {
        name: 'Helm Cask {n}',
        summary: 'Eine volle Schale, die auch die Schläfen deckt, für dichten Verkehr.',
      },
      'de-DE': { name: 'Helm Cask {n}', summary: 'Eine volle Schale, die auch die Schläfen schützt.' },
      'nl-BE': { name: 'Helm Cask {n}' },
      'sv-SE': { name: 'Hjälm Cask {n}' },
      'fi-FI': { name: 'Kypärä Cask {n}' },
      'ja-JP': { name: 'カスク ヘルメット {n}' },
    },
    models: [
      worn('OX-1500', 'one', 49, 65, 'chalk', { weight: '410 g' }, ['M', 'L']),
      worn('OX-1510', 'visor', 89, 116, 'slate', { weight: '520 g' }, ['M', 'L']),
      worn('OX-1520', 'winter', 69, 92, 'fir', { weight: '450 g' }, ['M', 'L'], undefined, 'draft'),
    ],
  },
  {
    type: 'gloves',
    category: 'Clothing > Gloves',
    brand: 'Pedersholt',
    tags: ['winter'],
    facts: { material: 'merino', reflective: 'yes', season: 'winter' },
    copy: {
      'en-GB': {
        name: 'Vante {n} gloves',
        summary: 'Wool inside, wind stopped outside, for mornings below zero.',
        description:
          '<p>The lining is merino wool and comes out for washing. Thumb and forefinger work on a telephone.</p>',
        points: ['Lining comes out', 'Works on touch screens', 'Reflective piping'],
      },
      'de-CH': {
        name: 'Handschuhe Vante {n}',
        summary: 'Innen Wolle, aussen winddicht, für Morgen unter null.',
        description:
          '<p>Das Futter ist aus Merinowolle und lässt sich zum Waschen herausnehmen. Daumen und Zeigefinger ' +
          'bedienen ein Telefon.</p>',
        points: ['Herausnehmbares Futter', 'Bedient Touchscreens', 'Reflektierende Paspel'],
      },
      'fr-CH': {
        name: 'Gants Vante {n}',
        summary: 'Laine à l’intérieur, coupe-vent à l’extérieur, pour les matins sous zéro.',
        description: '<p>La doublure en laine mérinos s’enlève pour le lavage.</p>',
        points: ['Doublure amovible', 'Compatibles écrans tactiles'],
      },
      'it-CH': {
        name: 'Guanti Vante {n}',
        summary: 'Lana all’interno, antivento all’esterno, per le mattine sotto zero.',
        points: ['Fodera estraibile', 'Per schermi tattili'],
      },
      'de-DE': { name: 'Handschuhe Vante {n}', summary: 'Innen Wolle, außen winddicht, für Morgen unter null.' },
      'nl-BE': { name: 'Handschoenen Vante {n}', summary: 'Wol binnenin, winddicht buiten.' },
      'sv-SE': { name: 'Handskar Vante {n}', summary: 'Ull på insidan, vindtätt på utsidan, för morgnar under noll.' },
      'da-DK': { name: 'Handsker Vante {n}', summary: 'Uld indeni, vindtæt udenpå, til morgener under nul.' },
      'fi-FI': { name: 'Käsineet Vante {n}', summary: 'Sisällä villaa, ulkopinta pitää tuulen, pakkasaamuihin.' },
      'ja-JP': { name: 'ヴァンテ グローブ {n}' },
    },
    models: [
      worn('PE-7010', 'light', 34, 45, 'slate', { colour: 'slate' }, ['S', 'M', 'L', 'XL']),
      worn('PE-7020', 'warm', 44, 58, 'ink', { colour: 'ink' }, ['S', 'M', 'L', 'XL']),
      worn('PE-7030', 'deep winter', 58, 76, 'fir', { colour: 'fir' }, ['S', 'M', 'L', 'XL']),
      worn('PE-7040', 'lobster', 62, 82, 'madder', { colour: 'madder' }, ['M', 'L']),
    ],
  },
  {
    type: 'gloves',
    category: 'Clothing > Gloves',
    brand: 'Kazemori',
    tags: ['summer'],
    facts: { material: 'recycled-nylon', reflective: 'no', season: 'summer' },
    copy: {
      'en-GB': {
        name: 'Suzu {n} gloves',
        summary: 'Short fingers and a thin palm that still feels the bar.',
        points: ['Gel under the heel of the hand', 'Loops to pull them off'],
      },
      'de-CH': {
        name: 'Handschuhe Suzu {n}',
        summary: 'Kurze Finger und eine dünne Innenhand, die den Lenker noch spürt.',
      },
      'fr-CH': { name: 'Gants Suzu {n}' },
      'de-DE': {
        name: 'Handschuhe Suzu {n}',
        summary: 'Kurze Finger und eine dünne Innenhand, die den Lenker noch spürt.',
      },
      'nl-BE': { name: 'Handschoenen Suzu {n}' },
      'sv-SE': { name: 'Handskar Suzu {n}' },
      'ja-JP': { name: '鈴 グローブ {n}', summary: '指先の短い、ハンドルの感触が残る薄手の手のひら。' },
      'ar-AE': { name: 'قفازات سوزو {n}' },
    },
    models: [
      worn('KZ-7110', 'short', 22, 29, 'chalk', { colour: 'chalk' }, ['S', 'M', 'L']),
      worn('KZ-7120', 'long', 28, 37, 'slate', { colour: 'slate' }, ['S', 'M', 'L']),
      worn('KZ-7130', 'gel', 32, 42, 'ochre', { colour: 'ochre' }, ['S', 'M', 'L']),
    ],
  },
  {
    type: 'rain-jacket',
    category: 'Clothing > Rain jackets',
    brand: 'Tarnwheel',
    tags: ['commuting', 'waterproof'],
    facts: { material: 'recycled-nylon', reflective: 'yes', season: 'all-year', launched: day(-89) },
    copy: {
      'en-GB': {
        name: 'Squall {n} rain jacket',
        summary: 'Long at the back, short at the front, and quiet in the wind.',
        description:
          '<p>Cut for the way you sit on a bicycle: the tail covers the saddle and the front does not bunch. ' +
          `Taped seams, a hood that fits over or under a helmet, ${v('weight')}.</p>`,
        points: ['Taped seams', 'Hood for over or under a helmet', 'Packs into its own pocket'],
      },
      'de-CH': {
        name: 'Regenjacke Squall {n}',
        summary: 'Hinten lang, vorne kurz und leise im Wind.',
        description:
          '<p>Geschnitten für die Haltung auf dem Velo: Der Rücken deckt den Sattel, und vorne wirft nichts ' +
          'Falten. Verklebte Nähte, eine Kapuze für über oder unter den Helm.</p>',
        points: ['Verklebte Nähte', 'Kapuze für über oder unter den Helm', 'Passt in die eigene Tasche'],
      },
      'fr-CH': {
        name: 'Veste de pluie Squall {n}',
        summary: 'Longue derrière, courte devant, et silencieuse au vent.',
        description:
          '<p>Coupée pour la position à vélo: le dos couvre la selle et rien ne plisse devant. Coutures ' +
          'étanchées, capuche à porter sur ou sous le casque.</p>',
        points: ['Coutures étanchées', 'Capuche pour casque', 'Se range dans sa poche'],
      },
      'it-CH': {
        name: 'Giacca antipioggia Squall {n}',
        summary: 'Lunga dietro, corta davanti e silenziosa nel vento.',
      },
      'de-DE': {
        name: 'Regenjacke Squall {n}',
        summary: 'Hinten lang, vorne kurz und leise im Wind.',
        description:
          '<p>Geschnitten für die Haltung auf dem Rad: Der Rücken deckt den Sattel, und vorne wirft nichts ' +
          `Falten. Verklebte Nähte, eine Kapuze für über oder unter den Helm, ${v('weight')}.</p>`,
      },
      'nl-BE': { name: 'Regenjas Squall {n}', summary: 'Lang vanachter, kort vanvoor, en stil in de wind.' },
      'sv-SE': { name: 'Regnjacka Squall {n}', summary: 'Lång bak, kort fram och tyst i vinden.' },
      'da-DK': { name: 'Regnjakke Squall {n}' },
      'fi-FI': { name: 'Sadetakki Squall {n}' },
      'ja-JP': { name: 'スコール レインジャケット {n}', summary: '後ろは長く、前は短く、風の中でも静かです。' },
    },
    models: [
      worn('TW-8100', 'light', 89, 116, 'ochre', { weight: '240 g' }, ['S', 'M', 'L', 'XL'], ['ochre', 'ink']),
      worn('TW-8200', 'commute', 119, 155, 'fir', { weight: '380 g' }, ['S', 'M', 'L', 'XL'], ['fir', 'slate']),
      worn('TW-8300', 'storm', 159, 208, 'madder', { weight: '520 g' }, ['S', 'M', 'L']),
    ],
  },
  {
    type: 'rain-jacket',
    category: 'Clothing > Rain jackets',
    brand: 'Varga & Daughter',
    tags: ['classic'],
    facts: { material: 'waxed-canvas', reflective: 'no' },
    copy: {
      'en-GB': {
        name: 'Loden cape {n}',
        summary: 'A cape over rider and bars, as it was always done.',
        points: ['Thumb loops hold it over the bars', 'Rolls up to a loaf of bread'],
      },
      'de-CH': { name: 'Umhang Loden {n}', summary: 'Ein Umhang über Mensch und Lenker, wie seit jeher.' },
      'it-CH': { name: 'Mantella Loden {n}' },
      'de-DE': { name: 'Umhang Loden {n}', summary: 'Ein Umhang über Mensch und Lenker, wie seit jeher.' },
      'nl-BE': { name: 'Cape Loden {n}' },
      'sv-SE': { name: 'Cape Loden {n}' },
      'fi-FI': { name: 'Viitta Loden {n}' },
    },
    models: [
      worn('VD-8500', 'short', 98, 128, 'fir', { weight: '610 g' }, ['M', 'L']),
      worn('VD-8510', 'long', 118, 154, 'slate', { weight: '740 g' }, ['M', 'L']),
      worn('VD-8520', 'wool', 148, 192, 'ink', { weight: '890 g' }, ['M', 'L']),
    ],
  },
]
