import { v, type Line, type Model } from '../line'
import { day } from '../day'

const light = (
  sku: string,
  n: string,
  lm: number,
  h: number,
  g: number,
  uk: number,
  ch: number,
  stock = 30,
): Model => ({
  sku,
  n,
  uk,
  ch,
  stock,
  colour: 'slate',
  facts: {
    output: `${lm} lm`,
    'burn-time': `${h} h`,
    weight: `${g} g`,
    'package-weight': '0.25 kg',
    'package-length': '14 cm',
  },
})
const lock = (sku: string, n: string, cm: number, level: number, g: number, uk: number, ch: number): Model => ({
  sku,
  n,
  uk,
  ch,
  stock: 18,
  colour: 'ink',
  facts: {
    length: `${cm} cm`,
    'security-level': String(level),
    weight: `${g} g`,
    'package-weight': `${(g / 1000 + 0.2).toFixed(2)} kg`,
    'package-length': `${Math.min(cm, 60)} cm`,
  },
})
const rack = (sku: string, n: string, kg: number, g: number, uk: number, ch: number): Model => ({
  sku,
  n,
  uk,
  ch,
  stock: 9,
  colour: 'slate',
  facts: {
    'load-limit': `${kg} kg`,
    weight: `${g} g`,
    'package-weight': `${(g / 1000 + 0.6).toFixed(1)} kg`,
    'package-length': '46 cm',
  },
})

export const hardware: Line[] = [
  {
    type: 'front-light',
    category: 'Lights > Front lights',
    brand: 'Lumenfell',
    tags: ['battery', 'commuting'],
    facts: { 'battery-included': 'yes', mounting: 'handlebar', launched: day(-101), season: 'winter' },
    copy: {
      'en-GB': {
        name: 'Vakt {n} front light',
        summary: 'A commuter’s light with a flat upper edge that dazzles nobody.',
        description:
          `<p>The Vakt throws ${v('output')} on the road and none into the eyes of those who come towards you. ` +
          `It lasts ${v('burn-time')} on its usual setting.</p><p>A green ring says that the battery will last ` +
          'for the way home.</p>',
        points: [`${v('output')}, cut off at the top`, `Lasts ${v('burn-time')}`, 'Charges in two hours'],
      },
      'de-CH': {
        name: 'Frontlicht Vakt {n}',
        summary: 'Ein Licht für den Arbeitsweg, dessen klare Oberkante niemanden blendet.',
        description:
          `<p>Das Vakt wirft ${v('output')} auf die Strasse und nichts in die Augen der Entgegenkommenden. In ` +
          `der üblichen Stufe leuchtet es ${v('burn-time')}.</p>`,
        points: [`${v('output')}, oben abgeschnitten`, `Leuchtet ${v('burn-time')}`, 'In zwei Stunden geladen'],
      },
      'fr-CH': {
        name: 'Feu avant Vakt {n}',
        summary: 'Un feu pour le trajet quotidien, dont la coupure nette n’éblouit personne.',
        description:
          `<p>Le Vakt projette ${v('output')} sur la route, et rien dans les yeux de ceux qui arrivent en ` +
          `face. Autonomie: ${v('burn-time')}.</p>`,
        points: [`${v('output')}, coupure nette`, `Autonomie de ${v('burn-time')}`, 'Chargé en deux heures'],
      },
      'it-CH': { name: 'Luce anteriore Vakt {n}', summary: 'Una luce per tutti i giorni che non abbaglia nessuno.' },
      'de-DE': {
        name: 'Frontlicht Vakt {n}',
        summary: 'Ein Licht für den Arbeitsweg, dessen klare Oberkante niemanden blendet.',
        description:
          `<p>Das Vakt wirft ${v('output')} auf die Straße und nichts in die Augen der Entgegenkommenden. In ` +
          `der üblichen Stufe leuchtet es ${v('burn-time')}.</p>`,
      },
      'nl-BE': { name: 'Voorlicht Vakt {n}', summary: 'Een licht voor elke dag dat niemand verblindt.' },
      'sv-SE': { name: 'Framlampa Vakt {n}', summary: 'En lampa för pendling som inte bländar någon.' },
      'da-DK': { name: 'Forlygte Vakt {n}' },
      'fi-FI': { name: 'Etuvalo Vakt {n}', summary: 'Työmatkavalo, joka ei häikäise ketään.' },
      'ja-JP': { name: 'ヴァクト フロントライト {n}', summary: '上向きに光を漏らさない、通勤のためのライト。' },
      'ar-AE': { name: 'ضوء فاكت الأمامي {n}' },
    },
    models: [
      light('LU-0120', '40', 120, 9, 96, 39, 52),
      light('LU-0140', '60', 180, 7, 108, 49, 64),
      light('LU-0160', '90', 270, 6, 124, 64, 82),
      light('LU-0180', '120', 360, 5, 138, 79, 104, 0),
    ],
  },
  {
    type: 'front-light',
    category: 'Lights > Front lights',
    brand: 'Lumenfell',
    tags: ['dynamo', 'touring'],
    facts: { 'battery-included': 'no', mounting: 'fork', season: 'all-year', 'warranty-years': '5' },
    copy: {
      'en-GB': {
        name: 'Fjell {n} dynamo light',
        summary: 'Light for as long as the wheel turns, and four minutes after.',
        description:
          `<p>The Fjell needs no charging: a hub dynamo feeds it from walking pace. It gives ${v('output')} ` +
          'and keeps a standlight at the crossing.</p>',
        points: ['Runs from any hub dynamo', 'Standlight for four minutes', `${v('output')} at 15 km/h`],
        mounting:
          '<p>Screw the bracket to the fork crown with the washer in front, then turn the lamp until its ' +
          'edge meets the road ten metres ahead.</p>',
      },
      'de-CH': {
        name: 'Dynamolicht Fjell {n}',
        summary: 'Licht, solange sich das Rad dreht, und vier Minuten länger.',
        description:
          '<p>Das Fjell muss nie geladen werden: Ein Nabendynamo speist es ab Schritttempo. Es gibt ' +
          `${v('output')} und behält an der Kreuzung ein Standlicht.</p>`,
        points: ['Läuft an jedem Nabendynamo', 'Vier Minuten Standlicht'],
        mounting:
          '<p>Den Halter mit der Scheibe voran an die Gabelkrone schrauben, dann die Lampe drehen, bis ihre ' +
          'Kante zehn Meter voraus auf die Strasse trifft.</p>',
      },
      'fr-CH': { name: 'Feu dynamo Fjell {n}' },
      'de-DE': {
        name: 'Dynamolicht Fjell {n}',
        summary: 'Licht, solange sich das Rad dreht, und vier Minuten länger.',
      },
      'nl-BE': { name: 'Dynamolicht Fjell {n}' },
      'sv-SE': { name: 'Dynamolampa Fjell {n}' },
      'da-DK': { name: 'Dynamolygte Fjell {n}' },
      'fi-FI': { name: 'Dynamovalo Fjell {n}' },
      'ja-JP': { name: 'フィェル ダイナモライト {n}' },
    },
    models: [
      light('LU-0070', '70', 210, 1, 168, 72, 94),
      light('LU-0085', '85', 255, 1, 176, 84, 109),
      light('LU-0101', '100', 300, 1, 184, 96, 124),
      light('LU-0111', '110', 330, 1, 190, 109, 142),
      light('LU-0131', '130', 390, 1, 205, 124, 162),
    ].map((m) => {
      const { 'burn-time': _none, ...facts } = m.facts
      return { ...m, facts }
    }),
  },
  {
    type: 'rear-light',
    category: 'Lights > Rear lights',
    brand: 'Lumenfell',
    tags: ['battery', 'commuting'],
    facts: { 'battery-included': 'yes', mounting: 'seatpost', season: 'winter' },
    copy: {
      'en-GB': {
        name: 'Glimt {n} rear light',
        summary: 'Seen from half a kilometre, and brighter when you brake.',
        description:
          '<p>A sensor feels you slow down and turns the Glimt up for three seconds. It lasts ' +
          `${v('burn-time')}.</p>`,
        points: ['Brake light by sensor', `Lasts ${v('burn-time')}`, 'Strap fits any seat post'],
      },
      'de-CH': {
        name: 'Rücklicht Glimt {n}',
        summary: 'Auf einen halben Kilometer sichtbar, und heller beim Bremsen.',
        description:
          '<p>Ein Sensor spürt das Bremsen und stellt das Glimt drei Sekunden heller. Es leuchtet ' +
          `${v('burn-time')}.</p>`,
        points: ['Bremslicht mit Sensor', `Leuchtet ${v('burn-time')}`, 'Band passt an jede Sattelstütze'],
      },
      'fr-CH': { name: 'Feu arrière Glimt {n}', summary: 'Visible à cinq cents mètres, et plus fort au freinage.' },
      'it-CH': {
        name: 'Luce posteriore Glimt {n}',
        summary: 'Visibile a mezzo chilometro, più forte in frenata.',
        points: ['Luce di stop con sensore', `Dura ${v('burn-time')}`, 'Per ogni reggisella'],
      },
      'de-DE': {
        name: 'Rücklicht Glimt {n}',
        summary: 'Auf einen halben Kilometer sichtbar, und heller beim Bremsen.',
      },
      'nl-BE': {
        name: 'Achterlicht Glimt {n}',
        summary: 'Zichtbaar van een halve kilometer, en feller bij het remmen.',
      },
      'sv-SE': { name: 'Baklampa Glimt {n}' },
      'da-DK': { name: 'Baglygte Glimt {n}' },
      'fi-FI': { name: 'Takavalo Glimt {n}' },
      'ja-JP': {
        name: 'グリムト テールライト {n}',
        summary: '500メートル先から見え、減速するとさらに明るくなります。',
      },
      'ar-AE': { name: 'ضوء غليمت الخلفي {n}' },
    },
    models: [
      light('LU-0510', '10', 10, 20, 42, 24, 32),
      light('LU-0520', '20', 20, 16, 48, 29, 39),
      light('LU-0530', '30', 30, 14, 51, 34, 46),
      light('LU-0540', '40', 40, 12, 56, 39, 52),
    ],
  },
  {
    type: 'rear-light',
    category: 'Lights > Rear lights',
    brand: 'Tarnwheel',
    tags: ['dynamo'],
    facts: { 'battery-included': 'no', mounting: 'rack' },
    copy: {
      'en-GB': {
        name: 'Ember {n} rack light',
        summary: 'A broad red line under the rack, fed by the dynamo.',
        points: ['Bolts to racks with 50 or 80 mm spacing', 'Standlight for four minutes'],
        mounting: '<p>Lead the cable along the stay and leave a loop at the hinge of the kickstand.</p>',
      },
      'de-CH': {
        name: 'Trägerlicht Ember {n}',
        summary: 'Eine breite rote Linie unter dem Träger, vom Dynamo gespeist.',
      },
      'de-DE': {
        name: 'Trägerlicht Ember {n}',
        summary: 'Eine breite rote Linie unter dem Träger, vom Dynamo gespeist.',
      },
      'nl-BE': { name: 'Dragerlicht Ember {n}' },
      'sv-SE': { name: 'Pakethållarlampa Ember {n}' },
      'fi-FI': { name: 'Tarakkavalo Ember {n}' },
      'ja-JP': { name: 'エンバー キャリアライト {n}' },
    },
    models: [
      light('TW-0611', '50', 12, 1, 72, 26, 34),
      light('TW-0612', '80', 16, 1, 79, 29, 38),
      light('TW-0613', '80 long', 18, 1, 88, 33, 44),
      light('TW-0614', '100', 22, 1, 94, 37, 49),
    ],
  },
  {
    type: 'lock',
    category: 'On the bike > Locks',
    brand: 'Oxbrook',
    tags: ['city'],
    facts: { material: 'steel', mounting: 'frame', 'warranty-years': '10' },
    copy: {
      'en-GB': {
        name: 'Bastion shackle lock {n}',
        summary: 'Hardened steel that costs a thief more time than he has.',
        description:
          `<p>Both ends of the shackle lock, so one cut is not enough. Our own level: ${v('security-level')} ` +
          `of 10. It weighs ${v('weight')}, and most of that is where it counts.</p>`,
        points: ['Locks at both ends', `Level ${v('security-level')} of 10`, 'Three keys, one with a light'],
      },
      'de-CH': {
        name: 'Bügelschloss Bastion {n}',
        summary: 'Gehärteter Stahl, der mehr Zeit kostet, als ein Dieb hat.',
        description:
          '<p>Der Bügel schliesst auf beiden Seiten, ein Schnitt genügt also nicht. Unsere Stufe: ' +
          `${v('security-level')} von 10.</p>`,
        points: [
          'Schliesst auf beiden Seiten',
          `Stufe ${v('security-level')} von 10`,
          'Drei Schlüssel, einer mit Licht',
        ],
      },
      'fr-CH': {
        name: 'Antivol en U Bastion {n}',
        summary: 'Un acier trempé qui coûte au voleur plus de temps qu’il n’en a.',
        description:
          '<p>L’arceau se verrouille des deux côtés: une coupe ne suffit pas. Notre niveau: ' +
          `${v('security-level')} sur 10.</p>`,
        points: ['Verrouillé des deux côtés', `Niveau ${v('security-level')} sur 10`],
      },
      'de-DE': {
        name: 'Bügelschloss Bastion {n}',
        summary: 'Gehärteter Stahl, der mehr Zeit kostet, als ein Dieb hat.',
      },
      'nl-BE': { name: 'Beugelslot Bastion {n}' },
      'sv-SE': { name: 'Bygellås Bastion {n}' },
      'da-DK': { name: 'Bøjlelås Bastion {n}' },
      'fi-FI': { name: 'Sankalukko Bastion {n}' },
      'ja-JP': { name: 'バスティオン U字ロック {n}' },
      'ar-AE': { name: 'قفل باستيون {n}', summary: 'فولاذ مقسّى يكلّف اللص وقتاً لا يملكه.' },
    },
    models: [
      lock('OX-3018', '18', 18, 7, 940, 44, 58),
      lock('OX-3023', '23', 23, 8, 1180, 54, 72),
      lock('OX-3030', '30', 30, 8, 1390, 62, 82),
      lock('OX-3034', '34', 34, 9, 1620, 78, 102),
      lock('OX-3040', '40', 40, 10, 1940, 98, 129),
    ],
  },
  {
    type: 'lock',
    category: 'On the bike > Locks',
    brand: 'Tarnwheel',
    tags: ['city', 'light'],
    facts: { material: 'steel', mounting: 'frame|rack' },
    copy: {
      'en-GB': {
        name: 'Tether folding lock {n}',
        summary: 'Folds to the size of a bar of chocolate, opens to a metre.',
        points: ['Holder with two bolts', 'Rubber over every link'],
        mounting: '<p>The holder takes the place of a bottle cage.</p>',
      },
      'de-CH': {
        name: 'Faltschloss Tether {n}',
        summary: 'Gefaltet so gross wie eine Tafel Schokolade, offen ein Meter lang.',
        mounting: '<p>Der Halter kommt an die Stelle des Flaschenhalters.</p>',
      },
      'it-CH': {
        name: 'Lucchetto pieghevole Tether {n}',
        summary: 'Piegato è una tavoletta di cioccolata, aperto misura un metro.',
      },
      'de-DE': {
        name: 'Faltschloss Tether {n}',
        summary: 'Gefaltet so groß wie eine Tafel Schokolade, offen ein Meter lang.',
      },
      'nl-BE': { name: 'Vouwslot Tether {n}' },
      'sv-SE': { name: 'Vikbart lås Tether {n}' },
      'da-DK': { name: 'Foldelås Tether {n}' },
      'fi-FI': { name: 'Taittolukko Tether {n}' },
      'ja-JP': { name: 'テザー 折りたたみロック {n}' },
    },
    models: [
      lock('TW-3075', '75', 75, 5, 720, 42, 56),
      lock('TW-3085', '85', 85, 6, 880, 49, 65),
      lock('TW-3100', '100', 100, 6, 1010, 56, 74),
      lock('TW-3110', '110', 110, 7, 1160, 64, 84),
    ],
  },
  {
    type: 'rack',
    category: 'On the bike > Racks',
    brand: 'Tarnwheel',
    tags: ['touring'],
    facts: { material: 'aluminium', 'rail-diameter': '10 mm', mounting: 'frame' },
    copy: {
      'en-GB': {
        name: 'Rear rack {n}',
        summary: 'A plain, stiff rack for frames with two eyelets a side.',
        description:
          '<p>Ten-millimetre rails, so every pannier of ours hooks on without an adapter. It carries ' +
          `${v('load-limit')}.</p>`,
        points: [`Carries ${v('load-limit')}`, `Rails of ${v('rail-diameter')}`, 'Bolts and stays in the box'],
        mounting:
          '<p>Start all four bolts by hand. Tighten the lower pair first, then level the rack and tighten ' +
          'the upper one.</p>',
      },
      'de-CH': {
        name: 'Hinterer Gepäckträger {n}',
        summary: 'Ein schlichter, steifer Träger für Rahmen mit zwei Ösen pro Seite.',
        description:
          '<p>Rohre von zehn Millimetern, so passt jede unserer Taschen ohne Adapter. Er trägt ' +
          `${v('load-limit')}.</p>`,
        points: [`Trägt ${v('load-limit')}`, `Rohre von ${v('rail-diameter')}`, 'Schrauben und Streben liegen bei'],
        mounting:
          '<p>Alle vier Schrauben von Hand ansetzen. Zuerst das untere Paar anziehen, dann den Träger ' +
          'ausrichten und das obere anziehen.</p>',
      },
      'fr-CH': {
        name: 'Porte-bagages arrière {n}',
        summary: 'Un porte-bagages simple et rigide, pour cadres à deux œillets par côté.',
        mounting:
          '<p>Engager les quatre vis à la main. Serrer d’abord celles du bas, mettre le porte-bagages à ' +
          'niveau, puis serrer celles du haut.</p>',
      },
      'it-CH': { name: 'Portapacchi posteriore {n}' },
      'de-DE': {
        name: 'Gepäckträger hinten {n}',
        summary: 'Ein schlichter, steifer Träger für Rahmen mit zwei Ösen pro Seite.',
      },
      'nl-BE': { name: 'Achterdrager {n}' },
      'sv-SE': { name: 'Pakethållare bak {n}' },
      'da-DK': { name: 'Bagagebærer bag {n}' },
      'fi-FI': { name: 'Takatarakka {n}' },
      'ja-JP': { name: 'リアキャリア {n}' },
      'ar-AE': { name: 'حامل أمتعة خلفي {n}' },
    },
    models: [
      rack('TW-2210', '26', 25, 690, 39, 52),
      rack('TW-2212', '28', 25, 720, 41, 54),
      rack('TW-2214', 'disc', 25, 780, 46, 61),
      rack('TW-2216', 'heavy', 40, 1120, 68, 89),
    ],
  },
  {
    type: 'rack',
    category: 'On the bike > Racks',
    brand: 'Varga & Daughter',
    tags: ['touring', 'classic'],
    facts: { material: 'cromoly', mounting: 'fork' },
    copy: {
      'en-GB': {
        name: 'Porteur front rack {n}',
        summary: 'Brazed by hand, for a bag or a crate over the front wheel.',
        description:
          `<p>Chromoly tube, brazed and painted one at a time. It carries ${v('load-limit')} low enough that ` +
          'the steering stays calm.</p>',
        points: [`Carries ${v('load-limit')}`, 'Wooden slats as an extra'],
      },
      'de-CH': {
        name: 'Frontträger Porteur {n}',
        summary: 'Von Hand gelötet, für Tasche oder Kiste über dem Vorderrad.',
      },
      'de-DE': {
        name: 'Frontträger Porteur {n}',
        summary: 'Von Hand gelötet, für Tasche oder Kiste über dem Vorderrad.',
      },
      'nl-BE': { name: 'Voordrager Porteur {n}' },
      'sv-SE': { name: 'Frampakethållare Porteur {n}' },
      'ja-JP': { name: 'ポルトゥール フロントキャリア {n}' },
    },
    models: [
      rack('VD-0101', 'small', 8, 540, 88, 115),
      rack('VD-0107', 'wide', 12, 690, 104, 136),
      rack('VD-0109', 'low', 15, 820, 118, 154),
      rack('VD-0111', 'crate', 18, 960, 132, 172),
    ],
  },
  {
    type: 'rack',
    category: 'On the bike > Racks',
    brand: 'Oxbrook',
    tags: ['commuting'],
    facts: { material: 'aluminium', 'rail-diameter': '12 mm', mounting: 'seatpost' },
    copy: {
      'en-GB': {
        name: 'Quick rack {n}',
        summary: 'Clamps to the seat post in a minute, for bicycles without eyelets.',
        description:
          `<p>One bolt and two rubber sleeves, and the quick rack sits. It carries ${v('load-limit')}, which ` +
          'is a bag of shopping and no more: the seat post takes it all.</p>',
        points: ['Needs no eyelets', `Carries ${v('load-limit')}`, 'For round seat posts of 25 to 32 mm'],
        mounting:
          '<p>Grease nothing. Close the clamp until the rack no longer turns by hand, then a quarter turn more.</p>',
      },
      'de-CH': {
        name: 'Schnellträger {n}',
        summary: 'In einer Minute an die Sattelstütze geklemmt, für Velos ohne Ösen.',
        points: ['Braucht keine Ösen', `Trägt ${v('load-limit')}`],
      },
      'it-CH': {
        name: 'Portapacchi rapido {n}',
        summary: 'Si fissa al reggisella in un minuto, per bici senza occhielli.',
      },
      'de-DE': {
        name: 'Schnellträger {n}',
        summary: 'In einer Minute an die Sattelstütze geklemmt, für Räder ohne Ösen.',
      },
      'nl-BE': { name: 'Snelle drager {n}' },
      'sv-SE': { name: 'Snabbpakethållare {n}' },
      'ja-JP': { name: 'クイックキャリア {n}' },
    },
    models: [
      rack('OX-7730', 'short', 6, 520, 34, 45),
      rack('OX-7740', 'long', 9, 640, 39, 52),
      rack('OX-7750', 'with sides', 9, 760, 46, 61),
    ],
  },
]
