import { v, type Line, type Model } from '../line'

const small = (
  sku: string,
  n: string,
  g: number,
  uk: number,
  ch: number,
  colours: string[],
  more: Record<string, string> = {},
): Model => ({
  sku,
  n,
  uk,
  ch,
  colour: colours[0]!,
  stock: 0,
  facts: { weight: `${g} g`, 'package-weight': '0.15 kg', 'package-length': '18 cm', ...more },
  axes: { colour: colours },
})

/** Bells and bottle cages. */
export const smallParts: Line[] = [
  {
    type: 'bell',
    category: 'On the bike > Bells',
    brand: 'Kazemori',
    tags: ['city'],
    facts: { material: 'brass', mounting: 'handlebar' },
    copy: {
      'en-GB': {
        name: 'Suzume bell {n}',
        summary: 'One clear note that hangs in the air for six seconds.',
        description:
          '<p>Turned from a bar of brass and tuned by ear. The striker is a spring of steel: flick it, and ' +
          'people step aside smiling.</p>',
        points: ['Rings for six seconds', 'Fits bars of 22 to 32 mm', 'Turned from solid brass'],
      },
      'de-DE': {
        name: 'Klingel Suzume {n}',
        summary: 'Ein klarer Ton, der sechs Sekunden in der Luft hängt.',
        description:
          '<p>Aus einer Messingstange gedreht und nach Gehör gestimmt. Der Klöppel ist eine Stahlfeder: ' +
          'antippen, und die Leute treten lächelnd zur Seite.</p>',
        points: ['Klingt sechs Sekunden nach', 'Für Lenker von 22 bis 32 mm', 'Aus massivem Messing gedreht'],
      },
      'fr-CH': {
        name: 'Sonnette Suzume {n}',
        summary: 'Une note claire qui reste six secondes dans l’air.',
        points: ['Résonne six secondes', 'Pour guidons de 22 à 32 mm', 'Tournée dans le laiton massif'],
      },
      'it-CH': { name: 'Campanello Suzume {n}', summary: 'Una nota limpida che resta nell’aria sei secondi.' },
      'nl-BE': { name: 'Bel Suzume {n}' },
      'sv-SE': { name: 'Ringklocka Suzume {n}' },
      'da-DK': { name: 'Ringeklokke Suzume {n}' },
      'fi-FI': { name: 'Soittokello Suzume {n}' },
      'ja-JP': {
        name: '雀ベル {n}',
        summary: '澄んだ一音が、六秒間残ります。',
        description:
          '<p>真鍮の棒から削り出し、耳で音を合わせています。鋼のばねを軽く弾けば、人は笑顔で道をあけてくれます。</p>',
        points: ['余韻は六秒', '22〜32mmのハンドルに対応', '真鍮削り出し'],
      },
      'ar-AE': { name: 'جرس سوزومي {n}', summary: 'نغمة صافية واحدة تبقى في الهواء ست ثوانٍ.' },
    },
    models: [
      small('KZ-2010', 'small', 42, 18, 24, ['ochre', 'chalk', 'ink', 'slate']),
      small('KZ-2020', 'middle', 58, 22, 29, ['ochre', 'chalk', 'ink', 'slate']),
      small('KZ-2030', 'large', 84, 28, 37, ['ochre', 'chalk', 'madder', 'slate']),
      small('KZ-2040', 'low', 96, 32, 42, ['ochre', 'slate', 'fir', 'ink']),
      small('KZ-2050', 'twin', 118, 38, 49, ['ochre', 'chalk', 'slate', 'madder']),
      small('KZ-2060', 'temple', 164, 54, 72, ['ochre', 'slate', 'ink', 'chalk']),
    ],
  },
  {
    type: 'bell',
    category: 'On the bike > Bells',
    brand: 'Oxbrook',
    tags: ['city', 'family'],
    facts: { material: 'aluminium', mounting: 'handlebar' },
    copy: {
      'en-GB': {
        name: 'Clatter bell {n}',
        summary: 'The bell that children ring all the way home.',
        points: ['Lever for small thumbs', 'Turns on without tools', 'Loud enough for a market'],
      },
      'de-DE': {
        name: 'Klingel Clatter {n}',
        summary: 'Die Klingel, die Kinder den ganzen Heimweg läuten.',
        points: ['Hebel für kleine Daumen', 'Ohne Werkzeug montiert', 'Laut genug für den Markt'],
      },
      'fr-CH': { name: 'Sonnette Clatter {n}', summary: 'La sonnette que les enfants font tinter jusqu’à la maison.' },
      'nl-BE': { name: 'Bel Clatter {n}', summary: 'De bel waarmee kinderen de hele weg naar huis rinkelen.' },
      'sv-SE': { name: 'Ringklocka Clatter {n}' },
      'fi-FI': { name: 'Soittokello Clatter {n}' },
      'ja-JP': { name: 'クラッター ベル {n}' },
    },
    models: [
      small('OX-2110', 'dot', 38, 8, 11, ['madder', 'fir', 'ochre', 'slate']),
      small('OX-2112', 'dome', 46, 9, 12, ['madder', 'ink', 'chalk', 'slate']),
      small('OX-2114', 'ding', 52, 11, 15, ['slate', 'fir', 'ochre', 'ink']),
      small('OX-2116', 'dong', 68, 13, 17, ['slate', 'ink', 'chalk', 'ochre']),
      small('OX-2118', 'ladybird', 44, 12, 16, ['madder', 'ochre', 'fir', 'slate']),
      small('OX-2120', 'ship’s', 92, 17, 23, ['ochre', 'slate', 'chalk', 'ink']),
    ],
  },
  {
    type: 'bell',
    category: 'On the bike > Bells',
    brand: 'Varga & Daughter',
    tags: ['classic'],
    facts: { material: 'brass', mounting: 'handlebar' },
    copy: {
      'en-GB': {
        name: 'Chapel bell {n}',
        summary: 'Cast in sand, so that no two sound alike.',
        description:
          '<p>We pour it on Tuesdays and listen on Thursdays. Those that do not please us are melted again.</p>',
        points: ['Cast in sand', 'Each with its own note', 'Leather washer for the bar'],
      },
      'de-DE': {
        name: 'Glocke Chapel {n}',
        summary: 'In Sand gegossen, sodass keine klingt wie die andere.',
        description:
          '<p>Dienstags gießen wir, donnerstags hören wir. Was uns nicht gefällt, wird wieder eingeschmolzen.</p>',
        points: ['In Sand gegossen', 'Jede mit eigenem Ton', 'Lederscheibe für den Lenker'],
      },
      'fr-CH': { name: 'Cloche Chapel {n}', summary: 'Coulée dans le sable: aucune ne sonne comme une autre.' },
      'it-CH': { name: 'Campana Chapel {n}' },
      'ja-JP': { name: 'チャペル ベル {n}', summary: '砂型鋳造だから、同じ音は二つとありません。' },
    },
    models: [
      small('VD-2210', 'vesper', 88, 46, 60, ['ochre', 'slate', 'chalk', 'ink']),
      small('VD-2212', 'matins', 96, 48, 62, ['ochre', 'slate', 'chalk', 'ink']),
      small('VD-2214', 'compline', 104, 52, 68, ['ochre', 'slate', 'fir', 'ink']),
      small('VD-2216', 'prime', 72, 42, 55, ['ochre', 'slate', 'chalk', 'madder']),
      small('VD-2218', 'terce', 80, 44, 58, ['ochre', 'slate', 'chalk', 'madder']),
      small('VD-2220', 'none', 112, 56, 73, ['ochre', 'slate', 'fir', 'ink']),
    ],
  },
  {
    type: 'bottle-cage',
    category: 'On the bike > Bottle cages',
    brand: 'Tarnwheel',
    tags: ['touring'],
    facts: { material: 'aluminium' },
    copy: {
      'en-GB': {
        name: 'Grasp bottle cage {n}',
        summary: 'Holds a full bottle over roots, and lets go when you pull.',
        description:
          `<p>Six millimetres of aluminium rod, bent in one piece and welded once. It weighs ${v('weight')} ` +
          'and can be squeezed tighter by hand when it has grown soft.</p>',
        points: ['Bent from one rod', `Weighs ${v('weight')}`, 'Two bolts in the box'],
      },
      'de-DE': {
        name: 'Flaschenhalter Grasp {n}',
        summary: 'Hält eine volle Flasche über Wurzeln und lässt los, wenn Sie ziehen.',
        description:
          '<p>Ein sechs Millimeter starker Aluminiumstab, in einem Stück gebogen und einmal geschweißt. Er ' +
          `wiegt ${v('weight')} und lässt sich von Hand nachbiegen.</p>`,
        points: ['Aus einem Stab gebogen', `Wiegt ${v('weight')}`, 'Zwei Schrauben liegen bei'],
      },
      'fr-CH': {
        name: 'Porte-bidon Grasp {n}',
        summary: 'Il tient un bidon plein sur les racines et le lâche quand on tire.',
        points: ['Plié dans une seule tige', `Pèse ${v('weight')}`, 'Deux vis fournies'],
      },
      'it-CH': { name: 'Portaborraccia Grasp {n}' },
      'nl-BE': {
        name: 'Bidonhouder Grasp {n}',
        summary: 'Houdt een volle bidon vast over wortels, en lost als je trekt.',
      },
      'sv-SE': { name: 'Flaskställ Grasp {n}' },
      'da-DK': { name: 'Flaskeholder Grasp {n}' },
      'fi-FI': {
        name: 'Pulloteline Grasp {n}',
        summary: 'Pitää täyden pullon juurakossakin ja hellittää vedettäessä.',
      },
      'ja-JP': { name: 'グラスプ ボトルケージ {n}', summary: '木の根を越えても離さず、引けばすっと抜けます。' },
      'ar-AE': { name: 'حامل قارورة غراسب {n}', summary: 'يمسك القارورة الممتلئة فوق الجذور ويتركها حين تسحبون.' },
    },
    models: [
      small('TW-6010', 'plain', 58, 11, 15, ['slate', 'chalk', 'fir', 'madder']),
      small('TW-6012', 'side left', 62, 13, 17, ['slate', 'chalk', 'fir', 'ink']),
      small('TW-6014', 'side right', 62, 13, 17, ['slate', 'chalk', 'fir', 'ink']),
      small('TW-6016', 'litre', 96, 17, 22, ['slate', 'ochre', 'ink', 'fir']),
      small('TW-6018', 'light', 34, 19, 25, ['slate', 'chalk', 'madder', 'ink']),
      small('TW-6020', 'flask', 110, 21, 28, ['slate', 'fir', 'ochre', 'chalk']),
    ],
  },
  {
    type: 'bottle-cage',
    category: 'On the bike > Bottle cages',
    brand: 'Varga & Daughter',
    tags: ['classic'],
    facts: { material: 'brass' },
    copy: {
      'en-GB': {
        name: 'Vintner bottle cage {n}',
        summary: 'A brass cage for a bottle that deserves better than a bag.',
        points: ['Takes bottles of 0.7 L', 'Felt where it touches glass', 'Soldered by hand'],
      },
      'de-DE': {
        name: 'Flaschenhalter Vintner {n}',
        summary: 'Ein Messinghalter für eine Flasche, die mehr verdient als eine Tüte.',
      },
      'fr-CH': {
        name: 'Porte-bouteille Vintner {n}',
        summary: 'Un porte-bouteille en laiton, pour une bouteille qui mérite mieux qu’un sac.',
      },
      'it-CH': {
        name: 'Portabottiglia Vintner {n}',
        summary: 'Un portabottiglia di ottone per chi merita più di un sacchetto.',
      },
      'ja-JP': { name: 'ヴィントナー ボトルケージ {n}' },
    },
    models: [
      small('VD-6110', 'half', 140, 38, 49, ['ochre', 'slate']),
      small('VD-6112', 'whole', 180, 44, 58, ['ochre', 'slate']),
      small('VD-6114', 'magnum', 240, 58, 76, ['ochre', 'slate']),
      small('VD-6116', 'milk', 190, 42, 55, ['ochre', 'chalk']),
      small('VD-6118', 'cider', 210, 46, 60, ['ochre', 'fir']),
      small('VD-6120', 'tea', 160, 49, 64, ['ochre', 'ink']),
    ],
  },
  {
    type: 'bottle-cage',
    category: 'On the bike > Bottle cages',
    brand: 'Kazemori',
    tags: ['light'],
    facts: { material: 'bamboo' },
    copy: {
      'en-GB': {
        name: 'Takekago bottle cage {n}',
        summary: 'Woven from bamboo, light as the water is heavy.',
        points: ['Woven by hand', `Weighs ${v('weight')}`, 'Gives a little, breaks late'],
      },
      'de-DE': {
        name: 'Flaschenhalter Takekago {n}',
        summary: 'Aus Bambus geflochten, so leicht, wie das Wasser schwer ist.',
        points: ['Von Hand geflochten', `Wiegt ${v('weight')}`, 'Gibt nach und bricht spät'],
      },
      'fr-CH': { name: 'Porte-bidon Takekago {n}' },
      'ja-JP': {
        name: '竹籠 ボトルケージ {n}',
        summary: '竹を編んで、水の重さを軽やかに支えます。',
        points: ['手編み', `重量${v('weight')}`, 'しなやかで折れにくい'],
      },
      'ar-AE': { name: 'حامل تاكيكاغو {n}', summary: 'منسوج من الخيزران، خفيف بقدر ثقل الماء.' },
    },
    models: [
      small('KZ-6210', 'one', 28, 34, 45, ['ochre', 'slate', 'fir', 'madder']),
      small('KZ-6212', 'two', 31, 36, 47, ['ochre', 'slate', 'fir', 'madder']),
      small('KZ-6214', 'wide', 38, 39, 51, ['ochre', 'slate', 'ink', 'madder']),
      small('KZ-6216', 'low', 26, 36, 47, ['ochre', 'slate', 'fir', 'chalk']),
      small('KZ-6218', 'child', 22, 28, 37, ['ochre', 'madder', 'fir', 'ink']),
      small('KZ-6220', 'dark', 30, 38, 49, ['slate', 'ink', 'fir', 'madder']),
    ],
  },
]
