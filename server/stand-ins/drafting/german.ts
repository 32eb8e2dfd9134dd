import { listed, type Bank, type Form, type Noun } from './bank'

const noun =
  (form: Form) =>
  (one: string, ...also: string[]): Noun => ({ one, form, also })
const [m, f, n, p] = [noun('m'), noun('f'), noun('n'), noun('p')]
const wordOf = (table: Record<string, string>) => (label: string) => table[label.replaceAll('ß', 'ss')] ?? table[label]

export const german: Bank = {
  nouns: {
    pannier: f('Gepäckträgertasche', 'Fahrradtasche', 'Packtasche'),
    'handlebar-bag': f('Lenkertasche', 'Fronttasche'),
    'front-light': n('Frontlicht', 'Scheinwerfer', 'Fahrradlampe'),
    'rear-light': n('Rücklicht', 'Schlusslicht', 'Fahrradlampe'),
    lock: n('Schloss', 'Fahrradschloss'),
    rack: m('Gepäckträger', 'Träger'),
    mudguards: p('Schutzbleche', 'Kotflügel', 'Radschützer'),
    'child-seat': m('Kindersitz', 'Fahrradsitz für Kinder'),
    bell: f('Klingel', 'Fahrradglocke'),
    'bottle-cage': m('Flaschenhalter', 'Trinkflaschenhalter'),
    tyre: m('Reifen', 'Fahrradreifen', 'Fahrradmantel'),
    pump: f('Pumpe', 'Luftpumpe', 'Standpumpe'),
    'multi-tool': n('Multiwerkzeug', 'Multitool', 'Miniwerkzeug'),
    'chain-care': f('Kettenpflege', 'Kettenöl', 'Kettenfett'),
    helmet: m('Helm', 'Fahrradhelm', 'Velohelm'),
    gloves: p('Handschuhe', 'Fahrradhandschuhe'),
    overshoes: p('Überschuhe', 'Schuhüberzieher'),
    'rain-jacket': f('Regenjacke', 'Fahrradjacke', 'Regenschutz'),
    'workshop-course': m('Werkstattkurs', 'Reparaturkurs'),
    'repair-guide': f('Reparaturanleitung', 'Reparaturbuch'),
  },
  pronouns: { m: 'er', f: 'sie', n: 'es', p: 'sie', fp: 'sie' },
  demonstratives: { m: 'dieser', f: 'diese', n: 'dieses', p: 'diese', fp: 'diese' },
  phrases: {
    volume: {
      sentences: ['Drinnen ist Platz für {v}.', '{It} [fasst|fassen] {v}.'],
      familiar: 'Du packst {v} hinein.',
      formal: 'Sie packen {v} hinein.',
      point: '[Fasst|Fassen] {v}',
      clause: '[fasst|fassen] {v}',
    },
    'load-limit': {
      sentences: ['{It} [trägt|tragen] bis zu {v}.', 'Die Zuladung beträgt höchstens {v}.'],
      familiar: 'Du kannst (ihn|sie|es|sie) mit bis zu {v} beladen.',
      formal: 'Sie können (ihn|sie|es|sie) mit bis zu {v} beladen.',
      point: '[Trägt|Tragen] bis zu {v}',
      clause: '[trägt|tragen] bis zu {v}',
    },
    output: {
      sentences: ['{It} [leuchtet|leuchten] mit {v}.', 'Der Lichtstrom beträgt {v}.'],
      point: '[Leuchtet|Leuchten] mit {v}',
      clause: '[leuchtet|leuchten] mit {v}',
    },
    'burn-time': {
      sentences: ['{It} [leuchtet|leuchten] {v} lang.', 'Die Leuchtdauer beträgt {v}.'],
      point: '[Leuchtet|Leuchten] {v} lang',
      clause: '[leuchtet|leuchten] {v} lang',
    },
    weight: {
      sentences: ['{It} [wiegt|wiegen] {v}.', 'Das Gewicht beträgt {v}.'],
      point: '[Wiegt|Wiegen] {v}',
      clause: '[wiegt|wiegen] {v}',
    },
    'rail-diameter': {
      sentences: ['{It} [passt|passen] auf Rohre bis {v}.'],
      point: '[Passt|Passen] auf Rohre bis {v}',
      clause: '[passt|passen] auf Rohre bis {v}',
    },
    length: {
      sentences: ['{It} [ist|sind] {v} lang.', 'Die Länge beträgt {v}.'],
      point: '{v} lang',
      clause: '[misst|messen] {v} in der Länge',
    },
    width: {
      sentences: ['{It} [ist|sind] {v} breit.', 'Die Breite beträgt {v}.'],
      point: '{v} breit',
      clause: '[misst|messen] {v} in der Breite',
    },
    'tyre-width': {
      sentences: ['Die Reifenbreite beträgt {v}.'],
      point: 'Reifenbreite {v}',
      several: { sentence: 'Es gibt Reifenbreiten von {v}.', point: 'Reifenbreiten {v}' },
    },
    'wheel-size': {
      sentences: ['{It} [passt|passen] auf Laufräder mit {v}.'],
      point: 'Für Laufräder mit {v}',
      several: { sentence: 'Es gibt Größen für Laufräder mit {v}.', point: 'Für Laufräder mit {v}' },
      join: 'disjunction',
    },
    'max-pressure': { sentences: ['Der Druck reicht bis {v}.'], point: 'Druck bis {v}' },
    'child-weight': {
      sentences: ['{It} [ist|sind] für Kinder bis {v} gemacht.'],
      point: 'Für Kinder bis {v}',
      clause: '[trägt|tragen] Kinder bis {v}',
    },
    content: { sentences: ['Der Inhalt beträgt {v}.'], point: 'Inhalt {v}', clause: '[enthält|enthalten] {v}' },
    duration: { sentences: ['{It} [dauert|dauern] {v}.'], point: '[Dauert|Dauern] {v}', clause: '[dauert|dauern] {v}' },
    places: { sentences: ['Es gibt {v} Plätze.'], point: '{v} Plätze', clause: '[hat|haben] {v} Plätze' },
    pages: { sentences: ['{It} [hat|haben] {v} Seiten.'], point: '{v} Seiten', clause: '[hat|haben] {v} Seiten' },
    tools: {
      sentences: ['{It} [vereint|vereinen] {v} Werkzeuge.', 'Darin stecken {v} Werkzeuge.'],
      point: '{v} Werkzeuge',
      clause: '[vereint|vereinen] {v} Werkzeuge',
    },
    'security-level': {
      sentences: ['{It} [erreicht|erreichen] die Sicherheitsstufe {v}.'],
      point: 'Sicherheitsstufe {v}',
      clause: '[erreicht|erreichen] die Sicherheitsstufe {v}',
    },
    mounting: {
      sentences: ['{It} [wird|werden] {v} befestigt.'],
      point: 'Befestigung {v}',
      clause: '[wird|werden] {v} befestigt',
      each: wordOf({
        Gepäckträger: 'am Gepäckträger',
        Lenker: 'am Lenker',
        Sattelstütze: 'an der Sattelstütze',
        Rahmen: 'am Rahmen',
        Gabel: 'an der Gabel',
      }),
      join: 'disjunction',
    },
    valves: {
      sentences: ['{It} [passt|passen] auf {v}.'],
      point: '[Passt|Passen] auf {v}',
      clause: '[passt|passen] auf {v}',
    },
    weather: {
      sentences: ['{It} [ist|sind] für {v} gemacht.'],
      point: 'Für {v}',
      clause: '[taugt|taugen] für {v}',
      each: wordOf({ Trocken: 'trockenes Wetter', Nass: 'nasses Wetter', Jedes: 'jedes Wetter' }),
    },
    season: {
      sentences: ['{It} [ist|sind] für {v} gemacht.'],
      point: 'Für {v}',
      each: wordOf({ Ganzjährig: 'das ganze Jahr', Sommer: 'den Sommer', Winter: 'den Winter' }),
    },
    colour: {
      sentences: ['Die Farbe ist {v}.'],
      point: 'In {v}',
      several: { sentence: 'Erhältlich in {v}.', point: 'In {v}' },
    },
    size: {
      sentences: ['Die Größe ist {v}.'],
      point: 'Größe {v}',
      several: { sentence: 'Erhältlich in den Größen {v}.', point: 'Größen {v}' },
    },
    reflective: { sentences: ['{It} [reflektiert|reflektieren] Licht.'], point: 'Reflektierend' },
    'puncture-layer': { sentences: ['Eine Schutzschicht bewahrt (ihn|sie|es|sie) vor Pannen.'], point: 'Pannenschutz' },
    'battery-included': {
      sentences: ['Der Akku ist enthalten.'],
      point: 'Akku enthalten',
      no: 'Der Akku ist nicht enthalten.',
    },
    'warranty-years': {
      sentences: ['Die Garantie gilt {v} Jahre.'],
      familiar: 'Du hast {v} Jahre Garantie.',
      formal: 'Sie haben {v} Jahre Garantie.',
      point: '{v} Jahre Garantie',
    },
    'in-the-box': { sentences: ['Im Lieferumfang: {v}.'], point: 'Im Lieferumfang: {v}' },
  },
  madeOf: () => '{This} [besteht|bestehen] aus {material}.',
  materials: {
    'Verschweisste Plane, PVC-frei': 'verschweißter, PVC-freier Plane',
    'Gewachstes Segeltuch': 'gewachstem Segeltuch',
    Aluminium: 'Aluminium',
    'Gehärteter Stahl': 'gehärtetem Stahl',
    Chrommolybdänstahl: 'Chrommolybdänstahl',
    Merinowolle: 'Merinowolle',
    'Recyceltes Nylon': 'recyceltem Nylon',
    Polycarbonat: 'Polycarbonat',
    Messing: 'Messing',
    Neopren: 'Neopren',
    Bambus: 'Bambus',
    Naturkautschuk: 'Naturkautschuk',
  },
  plain: (label, value) => `${label}: ${value}`,
  summary: (one, material, clauses) =>
    `${one}${material ? ` aus ${material}` : ''}${clauses.length > 0 ? `, ${listed(clauses, 'de')}` : ''}.`,
  alternative: (one, name, colours, ground) => {
    const subject = name ? `${name}: ${one}` : one
    const inColours = colours.length > 0 ? ` in ${colours.join(' und ')}` : ''
    const onGround = ground ? ` vor einfarbigem Grund (${ground})` : ''
    return subject + inColours + onGround
  },
  named: (word, one) => `${one} ${word}`,
  spelling: (text, language) => (/^de-(CH|LI)$/.test(language) ? text.replaceAll('ß', 'ss') : text),
}
