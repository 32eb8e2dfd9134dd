import { capital, listed, small, type Bank, type Form, type Noun } from './bank'

const noun =
  (form: Form) =>
  (one: string, ...also: string[]): Noun => ({ one, form, also })
const [m, f, mp] = [noun('m'), noun('f'), noun('p')]
const wordOf = (table: Record<string, string>) => (label: string) => table[label]

export const french: Bank = {
  nouns: {
    pannier: f('sacoche de porte-bagages', 'sacoche vélo', 'sacoche arrière'),
    'handlebar-bag': f('sacoche de guidon', 'sacoche avant'),
    'front-light': m('feu avant', 'phare vélo', 'lampe avant'),
    'rear-light': m('feu arrière', 'lampe arrière'),
    lock: m('antivol', 'cadenas vélo'),
    rack: m('porte-bagages', 'porte-paquets'),
    mudguards: mp('garde-boue', 'pare-boue'),
    'child-seat': m('siège enfant', 'siège vélo enfant'),
    bell: f('sonnette', 'timbre vélo'),
    'bottle-cage': m('porte-bidon', 'porte-gourde'),
    tyre: m('pneu', 'pneu vélo'),
    pump: f('pompe', 'pompe vélo', 'pompe à pied'),
    'multi-tool': m('outil multifonction', 'multi-outil'),
    'chain-care': m('produit pour la chaîne', 'huile de chaîne', 'lubrifiant'),
    helmet: m('casque', 'casque vélo'),
    gloves: mp('gants', 'gants vélo'),
    overshoes: mp('couvre-chaussures', 'surchaussures'),
    'rain-jacket': f('veste de pluie', 'imperméable', 'veste vélo'),
    'workshop-course': m('cours d’atelier', 'cours de réparation'),
    'repair-guide': m('guide de réparation', 'manuel de réparation'),
  },
  pronouns: { m: 'il', f: 'elle', n: 'il', p: 'ils', fp: 'elles' },
  demonstratives: { m: 'ce', f: 'cette', n: 'ce', p: 'ces', fp: 'ces' },
  beforeVowel: { m: 'cet' },
  phrases: {
    volume: {
      sentences: ['À l’intérieur, il y a de la place pour {v}.', '{It} [contient|contiennent] {v}.'],
      familiar: 'Tu y mets {v}.',
      formal: 'Vous y mettez {v}.',
      point: '[Contient|Contiennent] {v}',
      clause: '[contient|contiennent] {v}',
    },
    'load-limit': {
      sentences: ['{It} [porte|portent] jusqu’à {v}.', 'La charge maximale est de {v}.'],
      familiar: 'Tu peux (le|la|le|les|les) charger jusqu’à {v}.',
      formal: 'Vous pouvez (le|la|le|les|les) charger jusqu’à {v}.',
      point: '[Porte|Portent] jusqu’à {v}',
      clause: '[porte|portent] jusqu’à {v}',
    },
    output: {
      sentences: ['{It} [éclaire|éclairent] avec {v}.', 'Le flux lumineux est de {v}.'],
      point: '[Éclaire|Éclairent] avec {v}',
      clause: '[éclaire|éclairent] avec {v}',
    },
    'burn-time': {
      sentences: ['L’autonomie est de {v}.'],
      point: '{v} d’autonomie',
      clause: '[éclaire|éclairent] pendant {v}',
    },
    weight: {
      sentences: ['{It} [pèse|pèsent] {v}.', 'Le poids est de {v}.'],
      point: '[Pèse|Pèsent] {v}',
      clause: '[pèse|pèsent] {v}',
    },
    'rail-diameter': {
      sentences: ['{It} [s’adapte|s’adaptent] aux tubes de {v} au plus.'],
      point: 'Pour tubes de {v} au plus',
      clause: '[s’adapte|s’adaptent] aux tubes de {v} au plus',
    },
    length: { sentences: ['La longueur est de {v}.'], point: '{v} de long', clause: '[mesure|mesurent] {v} de long' },
    width: { sentences: ['La largeur est de {v}.'], point: '{v} de large', clause: '[mesure|mesurent] {v} de large' },
    'tyre-width': {
      sentences: ['La largeur du pneu est de {v}.'],
      point: 'Pneu de {v}',
      several: { sentence: 'Le pneu existe en largeurs de {v}.', point: 'Largeurs de {v}' },
    },
    'wheel-size': {
      sentences: ['{It} [convient|conviennent] aux roues de {v}.'],
      point: 'Pour roues de {v}',
      several: { sentence: 'Il y a des tailles pour roues de {v}.', point: 'Pour roues de {v}' },
      join: 'disjunction',
    },
    'max-pressure': { sentences: ['La pression va jusqu’à {v}.'], point: 'Jusqu’à {v} de pression' },
    'child-weight': {
      sentences: ['{It} [est|sont] (fait|faite|fait|faits|faites) pour les enfants jusqu’à {v}.'],
      point: 'Pour enfants jusqu’à {v}',
      clause: '[accueille|accueillent] un enfant jusqu’à {v}',
    },
    content: {
      sentences: ['La contenance est de {v}.'],
      point: '{v} de contenance',
      clause: '[contient|contiennent] {v}',
    },
    duration: { sentences: ['{It} [dure|durent] {v}.'], point: '[Dure|Durent] {v}', clause: '[dure|durent] {v}' },
    places: { sentences: ['Il y a {v} places.'], point: '{v} places', clause: '[offre|offrent] {v} places' },
    pages: {
      sentences: ['{It} [compte|comptent] {v} pages.'],
      point: '{v} pages',
      clause: '[compte|comptent] {v} pages',
    },
    tools: {
      sentences: ['{It} [réunit|réunissent] {v} outils.'],
      point: '{v} outils',
      clause: '[réunit|réunissent] {v} outils',
    },
    'security-level': {
      sentences: ['{It} [atteint|atteignent] le niveau de sécurité {v}.'],
      point: 'Niveau de sécurité {v}',
      clause: '[atteint|atteignent] le niveau de sécurité {v}',
    },
    mounting: {
      sentences: ['{It} se [fixe|fixent] {v}.'],
      point: 'Se [fixe|fixent] {v}',
      clause: 'se [fixe|fixent] {v}',
      each: wordOf({
        'Porte-bagages': 'sur le porte-bagages',
        Guidon: 'sur le guidon',
        'Tige de selle': 'sur la tige de selle',
        Cadre: 'sur le cadre',
        Fourche: 'sur la fourche',
      }),
      join: 'disjunction',
    },
    valves: {
      sentences: ['{It} se [raccorde|raccordent] {v}.'],
      point: 'Se [raccorde|raccordent] {v}',
      clause: 'se [raccorde|raccordent] {v}',
      each: (l) => (/^valve /i.test(l) ? `à la ${small(l)}` : undefined),
    },
    weather: {
      sentences: ['{It} [est|sont] (fait|faite|fait|faits|faites) pour {v}.'],
      point: 'Pour {v}',
      clause: '[convient|conviennent] pour {v}',
      each: wordOf({ Sec: 'le temps sec', Humide: 'le temps humide', Tous: 'tous les temps' }),
    },
    season: {
      sentences: ['{It} [est|sont] (fait|faite|fait|faits|faites) pour {v}.'],
      point: 'Pour {v}',
      each: wordOf({ 'Toute l’année': 'toute l’année', Été: 'l’été', Hiver: 'l’hiver' }),
    },
    colour: {
      sentences: ['Le coloris est {v}.'],
      point: 'Coloris {v}',
      several: { sentence: '{It} [existe|existent] en {v}.', point: 'En {v}' },
      each: small,
    },
    size: {
      sentences: ['La taille est {v}.'],
      point: 'Taille {v}',
      several: { sentence: '{It} [existe|existent] dans les tailles {v}.', point: 'Tailles {v}' },
    },
    reflective: {
      sentences: ['{It} [réfléchit|réfléchissent] la lumière.'],
      point: '(Réfléchissant|Réfléchissante|Réfléchissant|Réfléchissants|Réfléchissantes)',
    },
    'puncture-layer': {
      sentences: ['Une couche (le|la|le|les|les) protège des crevaisons.'],
      point: 'Couche anti-crevaison',
    },
    'battery-included': {
      sentences: ['La batterie est comprise.'],
      point: 'Batterie comprise',
      no: 'La batterie n’est pas comprise.',
    },
    'warranty-years': {
      sentences: ['La garantie est de {v} ans.'],
      familiar: 'Tu as {v} ans de garantie.',
      formal: 'Vous avez {v} ans de garantie.',
      point: '{v} ans de garantie',
    },
    'in-the-box': { sentences: ['La boîte contient {v}.'], point: 'La boîte contient {v}' },
  },
  madeOf: () => '{This} [est|sont] en {material}.',
  materials: {
    'Bâche soudée, sans PVC': 'bâche soudée sans PVC',
    'Toile cirée': 'toile cirée',
    Aluminium: 'aluminium',
    'Acier trempé': 'acier trempé',
    'Acier chromoly': 'acier chromoly',
    'Laine mérinos': 'laine mérinos',
    'Nylon recyclé': 'nylon recyclé',
    Polycarbonate: 'polycarbonate',
    Laiton: 'laiton',
    Néoprène: 'néoprène',
    Bambou: 'bambou',
    'Caoutchouc naturel': 'caoutchouc naturel',
  },
  plain: (label, value) => `${label} ${value}`,
  summary: (one, material, clauses) => {
    const head = `${capital(one)}${material ? ` en ${material}` : ''}`
    return clauses.length === 0 ? `${head}.` : `${head} qui ${listed(clauses, 'fr')}.`
  },
  alternative: (one, name, colours, ground) =>
    `${name ? `${name}, ` : ''}${one}${colours.length ? ` en ${colours.join(' et ')}` : ''}${ground ? ` sur fond uni (${ground})` : ''}`,
  named: (word, one) => `${capital(one)} ${word}`,
}
