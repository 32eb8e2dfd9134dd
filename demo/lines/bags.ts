import { v, type Line } from '../line'
import { day } from '../day'

const roll = (sku: string, n: string, l: number, uk: number, ch: number, colour: string, stock = 24) => ({
  sku,
  n,
  uk,
  ch,
  colour,
  stock,
  facts: {
    volume: `${l} L`,
    weight: `${Math.round(l * 28 + 160)} g`,
    'load-limit': l > 24 ? '9 kg' : '7 kg',
    'package-weight': `${(l * 0.03 + 0.4).toFixed(2)} kg`,
    'package-length': `${(38 + l / 3) | 0} cm`,
  },
})

export const bags: Line[] = [
  {
    type: 'pannier',
    category: 'Bags > Panniers > Roll-top',
    brand: 'Pedersholt',
    tags: ['touring', 'waterproof'],
    facts: {
      material: 'tarpaulin',
      'rail-diameter': '16 mm',
      mounting: 'rack',
      reflective: 'yes',
      season: 'all-year',
      launched: day(-272),
      'warranty-years': '5',
    },
    copy: {
      'en-GB': {
        name: 'Regn {n} roll pannier',
        summary: `Keeps ${'{l}'} dry through a whole wet commute.`,
        description:
          '<p>Rain finds every stitch, so the Regn has none: its seams are welded, and the top rolls down ' +
          `three times before it clips.</p><p>Inside there is room for ${v('volume')}, enough for a laptop, ` +
          `lunch and a change of clothes. The hooks hold on rails of up to ${v('rail-diameter')} and let go ` +
          'with one hand.</p>',
        points: [
          'Roll closure, welded seams',
          `Carries ${v('load-limit')} at most`,
          `Hooks on rails of up to ${v('rail-diameter')}`,
          'Reflective on all sides',
        ],
        mounting:
          '<p>Set the lower hook first. It belongs behind the rail, a hand’s width from the ' +
          'end.</p><ol><li>Open both upper hooks and hang the bag on the rail.</li><li>Slide the lower hook ' +
          'until it touches the strut.</li><li>Pull up once: the hooks close by themselves.</li></ol>',
      },
      'de-CH': {
        name: 'Rolltasche Regn {n}',
        summary: 'Hält auf dem ganzen Weg durch den Regen trocken.',
        description:
          '<p>Regen findet jede Naht, darum hat die Regn keine: Sie ist verschweisst, und der Verschluss wird ' +
          `dreimal eingerollt, bevor er einrastet.</p><p>Drinnen ist Platz für ${v('volume')}, genug für ` +
          `Laptop, Zmittag und Ersatzkleider. Die Haken greifen an Rohren bis ${v('rail-diameter')} und lösen ` +
          'sich mit einer Hand.</p>',
        points: [
          'Rollverschluss, verschweisste Nähte',
          `Trägt höchstens ${v('load-limit')}`,
          `Passt auf Rohre bis ${v('rail-diameter')}`,
          'Reflektiert ringsum',
        ],
        mounting:
          '<p>Zuerst den unteren Haken setzen. Er gehört hinter die Strebe, eine Handbreite vom Ende ' +
          'entfernt.</p><ol><li>Beide oberen Haken öffnen und die Tasche einhängen.</li><li>Den unteren ' +
          'Haken schieben, bis er die Strebe berührt.</li><li>Einmal hochziehen: Die Haken schliessen von ' +
          'selbst.</li></ol>',
      },
      'fr-CH': {
        name: 'Sacoche étanche Regn {n}',
        description:
          '<p>La pluie trouve chaque couture, alors la Regn n’en a aucune: elle est soudée, et le haut ' +
          `s’enroule trois fois avant de se fermer.</p><p>À l’intérieur, ${v('volume')} pour un ordinateur, le ` +
          'repas de midi et des habits de rechange.</p>',
      },
      'it-CH': { name: 'Borsa impermeabile Regn {n}' },
      'de-DE': {
        name: 'Rolltasche Regn {n}',
        summary: 'Bleibt auf dem ganzen Weg durch den Regen trocken.',
        description:
          '<p>Regen findet jede Naht, darum hat die Regn keine: Sie ist verschweißt, und der Verschluss wird ' +
          `dreimal eingerollt, bevor er einrastet.</p><p>Drinnen ist Platz für ${v('volume')}, genug für ` +
          'Laptop, Mittagessen und Wechselkleidung.</p>',
      },
      'nl-BE': { name: 'Roltas Regn {n}', summary: 'Houdt alles droog, de hele natte rit lang.' },
      'sv-SE': { name: 'Rullväska Regn {n}', summary: 'Håller torrt hela den blöta vägen till jobbet.' },
      'da-DK': { name: 'Rulletaske Regn {n}' },
      'fi-FI': { name: 'Rullalaukku Regn {n}', summary: 'Pitää tavarat kuivina koko sateisen työmatkan.' },
      'ja-JP': { name: 'レグン ロールトップバッグ {n}', summary: '雨の通勤でも、中身は最後まで濡れません。' },
      'ar-AE': { name: 'حقيبة ريغن الملفوفة {n}', summary: 'تُبقي أغراضكم جافة طوال طريق ماطر.' },
    },
    models: [
      roll('PE-1818', '18', 18, 72, 89, 'slate'),
      roll('PE-1822', '22', 22, 79, 98, 'fir'),
      roll('PE-1825', '25', 25, 88, 109, 'ink'),
      roll('PE-1830', '30', 30, 99, 129, 'fir', 11),
      roll('PE-1835', '35', 35, 112, 145, 'ochre', 0),
    ],
  },
  {
    type: 'pannier',
    category: 'Bags > Panniers',
    brand: 'Oxbrook',
    tags: ['commuting', 'shopping'],
    facts: { material: 'waxed-canvas', mounting: 'rack', reflective: 'no', season: 'summer', launched: day(-440) },
    copy: {
      'en-GB': {
        name: 'Market pannier {n}',
        summary: 'An open bag for the weekly shop, with a lid that stays out of the way.',
        description:
          '<p>Leeks stand upright in the Market, and that is what it was drawn for. The canvas is waxed, so a ' +
          `shower runs off, and the frame keeps the mouth open while you pack.</p><p>It holds ${v('volume')} ` +
          `and weighs ${v('weight')}.</p>`,
        points: ['Stays open by itself', `Holds ${v('volume')}`, 'Shoulder strap in the lid'],
      },
      'de-CH': {
        name: 'Markttasche {n}',
        summary: 'Eine offene Tasche für den Wocheneinkauf, mit einem Deckel, der nicht im Weg ist.',
        description:
          '<p>Lauch steht in der Markttasche aufrecht, dafür wurde sie gezeichnet. Das Segeltuch ist gewachst ' +
          'und lässt einen Schauer abperlen; der Rahmen hält die Öffnung beim Packen offen.</p>',
        points: ['Bleibt von selbst offen', `Fasst ${v('volume')}`, 'Schultergurt im Deckel'],
      },
      'fr-CH': {
        name: 'Sacoche de marché {n}',
        summary: 'Une sacoche ouverte pour les courses de la semaine, avec un rabat qui ne gêne pas.',
      },
      'de-DE': {
        name: 'Markttasche {n}',
        summary: 'Eine offene Tasche für den Wocheneinkauf, deren Deckel nicht im Weg ist.',
      },
      'nl-BE': { name: 'Marktas {n}', summary: 'Een open tas voor de weekboodschappen.' },
      'sv-SE': { name: 'Torgväska {n}' },
      'da-DK': { name: 'Torvetaske {n}' },
      'fi-FI': { name: 'Torilaukku {n}' },
      'ja-JP': { name: 'マーケットバッグ {n}', summary: '週末の買い物のための、口の大きく開くバッグ。' },
      'ar-AE': { name: 'حقيبة السوق {n}' },
    },
    models: [
      roll('OX-5114', 'S', 14, 38, 52, 'ochre', 40),
      roll('OX-5120', 'M', 20, 46, 59, 'fir', 33),
      roll('OX-5126', 'L', 26, 54, 69, 'madder', 12),
      roll('OX-5132', 'XL', 32, 62, 79, 'slate', 6),
    ],
  },
  {
    type: 'pannier',
    category: 'Bags > Panniers',
    brand: 'Kazemori',
    tags: ['commuting'],
    facts: { material: 'recycled-nylon', 'rail-diameter': '12 mm', mounting: 'rack', reflective: 'yes' },
    copy: {
      'en-GB': {
        name: 'Tani side bag {n}',
        summary: 'A slim office bag that leaves room for your heels.',
        description:
          '<p>The Tani hangs far back and cuts in at the front, so no heel ever touches it. A sleeve takes a ' +
          '14-inch laptop, and the strap folds away behind a flap.</p>',
        points: ['Clears the heels of long feet', 'Padded laptop sleeve', `Weighs ${v('weight')}`],
      },
      'de-CH': {
        name: 'Seitentasche Tani {n}',
        summary: 'Eine schlanke Bürotasche, die den Fersen Platz lässt.',
        description:
          '<p>Die Tani hängt weit hinten und ist vorne abgeschrägt, damit keine Ferse anstösst. Ein Fach ' +
          'nimmt einen 14-Zoll-Laptop auf, der Gurt verschwindet hinter einer Lasche.</p>',
        points: ['Viel Platz für die Fersen', 'Gepolstertes Laptopfach', `Wiegt ${v('weight')}`],
      },
      'fr-CH': {
        name: 'Sacoche latérale Tani {n}',
        summary: 'Une sacoche de bureau mince qui laisse de la place aux talons.',
        description:
          '<p>La Tani se porte loin en arrière et sa face avant est biseautée: aucun talon ne la touche.</p>',
        points: ['De la place pour les talons', 'Compartiment rembourré', `Pèse ${v('weight')}`],
      },
      'it-CH': {
        name: 'Borsa laterale Tani {n}',
        summary: 'Una borsa da ufficio sottile che lascia spazio ai talloni.',
      },
      'de-DE': { name: 'Seitentasche Tani {n}', summary: 'Eine schlanke Bürotasche, die den Fersen Platz lässt.' },
      'nl-BE': { name: 'Zijtas Tani {n}' },
      'sv-SE': { name: 'Sidoväska Tani {n}' },
      'da-DK': { name: 'Sidetaske Tani {n}' },
      'fi-FI': { name: 'Sivulaukku Tani {n}' },
      'ja-JP': { name: '谷 サイドバッグ {n}', summary: 'かかとの当たらない、薄型のオフィスバッグ。' },
      'ar-AE': { name: 'حقيبة تاني الجانبية {n}' },
    },
    models: [
      roll('KZ-0316', '16', 16, 64, 84, 'ink'),
      roll('KZ-0330', '20', 20, 74, 96, 'slate'),
      roll('KZ-0324', '24', 24, 82, 106, 'madder', 3),
    ],
  },
  {
    type: 'handlebar-bag',
    category: 'Bags > Handlebar bags',
    brand: 'Varga & Daughter',
    tags: ['touring'],
    facts: { material: 'waxed-canvas', mounting: 'handlebar', reflective: 'no', season: 'all-year' },
    copy: {
      'en-GB': {
        name: 'Porteur handlebar bag {n}',
        summary: 'The bag for what you want at hand: map, camera, bread.',
        description:
          '<p>Its lid opens away from you, so you can reach in while you roll. Two straps and a stay keep ' +
          `${v('load-limit')} quiet on cobbles.</p>`,
        points: ['Opens away from the rider', 'Map pocket under clear film', `Carries ${v('load-limit')}`],
        mounting:
          '<p>Leave two fingers of room between the bag and the brake cables, then close the straps crosswise.</p>',
      },
      'de-CH': {
        name: 'Lenkertasche Porteur {n}',
        summary: 'Die Tasche für alles, was griffbereit sein soll: Karte, Kamera, Brot.',
        description:
          '<p>Der Deckel öffnet nach vorne, so greift man auch im Rollen hinein. Zwei Riemen und eine Stütze ' +
          `halten ${v('load-limit')} auf Pflastersteinen ruhig.</p>`,
        points: ['Öffnet nach vorne', 'Kartenfach unter klarer Folie', `Trägt ${v('load-limit')}`],
        mounting:
          '<p>Zwischen Tasche und Bremskabeln zwei Finger Platz lassen, dann die Riemen über Kreuz schliessen.</p>',
      },
      'fr-CH': {
        name: 'Sacoche de guidon Porteur {n}',
        summary: 'La sacoche pour tout ce qu’on veut sous la main: carte, appareil photo, pain.',
        mounting: '<p>Laisser deux doigts entre la sacoche et les câbles de frein, puis croiser les sangles.</p>',
      },
      'de-DE': {
        name: 'Lenkertasche Porteur {n}',
        summary: 'Die Tasche für alles, was griffbereit sein soll: Karte, Kamera, Brot.',
      },
      'nl-BE': { name: 'Stuurtas Porteur {n}' },
      'sv-SE': { name: 'Styrväska Porteur {n}', summary: 'Väskan för det du vill ha till hands: karta, kamera, bröd.' },
      'da-DK': { name: 'Styrtaske Porteur {n}' },
      'fi-FI': { name: 'Ohjaustankolaukku Porteur {n}' },
      'ja-JP': { name: 'ポルトゥール フロントバッグ {n}' },
      'ar-AE': { name: 'حقيبة مقود بورتور {n}' },
    },
    models: [
      ['VD-0205', '5', 5, 48, 64, 'ochre'],
      ['VD-0207', '7', 7, 56, 74, 'fir'],
      ['VD-0209', '9', 9, 63, 84, 'madder'],
      ['VD-0212', '12', 12, 74, 98, 'slate'],
      ['VD-0215', '15', 15, 82, 109, 'ink'],
    ].map(([sku, n, l, uk, ch, colour]) => ({
      sku: String(sku),
      n: String(n),
      uk: Number(uk),
      ch: Number(ch),
      colour: String(colour),
      stock: 14,
      facts: {
        volume: `${l} L`,
        weight: `${Number(l) * 45 + 210} g`,
        'load-limit': `${Math.round(Number(l) / 3 + 1)} kg`,
        'package-weight': '0.9 kg',
        'package-length': '34 cm',
      },
    })),
  },
  {
    type: 'handlebar-bag',
    category: 'Bags > Handlebar bags',
    brand: 'Tarnwheel',
    tags: ['commuting', 'waterproof'],
    facts: { material: 'tarpaulin', mounting: 'handlebar|frame', reflective: 'yes' },
    copy: {
      'en-GB': {
        name: 'Shoreline pouch {n}',
        summary: 'A small dry pouch for phone, keys and a rain cap.',
        points: ['Welded all round', 'On and off in five seconds', `${v('volume')} inside`],
      },
      'de-CH': {
        name: 'Beutel Shoreline {n}',
        summary: 'Ein kleiner, dichter Beutel für Telefon, Schlüssel und Regenkappe.',
      },
      'fr-CH': { name: 'Pochette Shoreline {n}' },
      'de-DE': {
        name: 'Beutel Shoreline {n}',
        summary: 'Ein kleiner, dichter Beutel für Telefon, Schlüssel und Regenkappe.',
      },
      'nl-BE': { name: 'Tasje Shoreline {n}' },
      'sv-SE': { name: 'Påse Shoreline {n}' },
      'da-DK': { name: 'Pose Shoreline {n}' },
      'fi-FI': { name: 'Pussukka Shoreline {n}' },
      'ja-JP': { name: 'ショアライン ポーチ {n}' },
      'ar-AE': { name: 'جراب شورلاين {n}' },
    },
    models: [
      ['TW-4402', '2', 2, 'fir'],
      ['TW-4403', '3', 3, 'ochre'],
      ['TW-4404', '4', 4, 'chalk'],
      ['TW-4406', '6', 6, 'ink'],
    ].map(([sku, n, l, colour]) => ({
      sku: String(sku),
      n: String(n),
      uk: 22 + Number(l) * 2,
      ch: 29 + Number(l) * 3,
      colour: String(colour),
      stock: 60,
      facts: {
        volume: `${l} L`,
        weight: `${Number(l) * 38 + 60} g`,
        'load-limit': '1.5 kg',
        'package-weight': '0.3 kg',
        'package-length': '22 cm',
      },
    })),
  },
  {
    type: 'pannier',
    category: 'Bags > Panniers',
    brand: 'Tarnwheel',
    tags: ['touring', 'waterproof'],
    facts: {
      material: 'tarpaulin',
      'rail-diameter': '16 mm',
      mounting: 'rack',
      reflective: 'yes',
      'warranty-years': '5',
      launched: day(-594),
    },
    copy: {
      'en-GB': {
        name: 'Shoreline pannier {n}',
        summary: 'A touring bag with an outside pocket for whatever is wet.',
        description:
          '<p>Tents are packed wet and lunch is not: the Shoreline keeps them apart. The main bag rolls shut ' +
          `and holds ${v('volume')}; the pocket outside drains by itself.</p><p>It takes ${v('load-limit')} on ` +
          `rails of up to ${v('rail-diameter')}.</p>`,
        points: ['Outside pocket that drains', `Takes ${v('load-limit')}`, 'Spare parts for ten years'],
        mounting:
          '<p>Set the hooks to the distance of your rack’s struts with the key in the lid.</p><ul><li>Loosen ' +
          'the slides.</li><li>Hold the bag against the rack.</li><li>Tighten the slides.</li></ul>',
      },
      'de-CH': {
        name: 'Gepäckträgertasche Shoreline {n}',
        summary: 'Eine Reisetasche mit einem Aussenfach für alles, was nass ist.',
        description:
          '<p>Das Zelt wird nass eingepackt, das Zmittag nicht: Die Shoreline hält beides auseinander. Der ' +
          `Hauptbeutel wird eingerollt und fasst ${v('volume')}; das Aussenfach läuft von selbst leer.</p>`,
        points: ['Aussenfach, das leer läuft', `Trägt ${v('load-limit')}`, 'Ersatzteile während zehn Jahren'],
      },
      'fr-CH': {
        name: 'Sacoche Shoreline {n}',
        summary: 'Une sacoche de voyage avec une poche extérieure pour ce qui est mouillé.',
        points: ['Poche extérieure drainante', `Porte ${v('load-limit')}`],
      },
      'de-DE': {
        name: 'Gepäckträgertasche Shoreline {n}',
        summary: 'Eine Reisetasche mit Außenfach für alles, was nass ist.',
      },
      'nl-BE': { name: 'Fietstas Shoreline {n}', summary: 'Een reistas met een buitenvak voor alles wat nat is.' },
      'sv-SE': { name: 'Packväska Shoreline {n}' },
      'da-DK': { name: 'Cykeltaske Shoreline {n}' },
      'fi-FI': { name: 'Tarakkalaukku Shoreline {n}' },
      'ja-JP': { name: 'ショアライン パニアバッグ {n}' },
      'ar-AE': { name: 'حقيبة شورلاين الجانبية {n}' },
    },
    models: [
      roll('TW-4410', 'front', 15, 58, 76, 'slate', 20),
      roll('TW-4420', 'rear', 24, 74, 97, 'fir', 15),
      roll('TW-4421', 'rear, high', 28, 82, 108, 'ink', 8),
      roll('TW-4430', 'expedition', 34, 98, 129, 'madder', 4),
    ],
  },
]
