import { capital, listed, small, type Bank, type Noun } from './bank'

const s = (one: string, ...also: string[]): Noun => ({ one, form: 'n', also })
const p = (one: string, ...also: string[]): Noun => ({ one, form: 'p', also })
const the = (label: string) => `the ${small(label)}`
const seasons: Record<string, string> = { 'All year': 'all year round', Summer: 'in summer', Winter: 'in winter' }
const article = (noun: string) => (/^[aeiou]/i.test(noun) ? 'an' : 'a')

export const english: Bank = {
  nouns: {
    pannier: s('pannier', 'bike bag', 'rear bag'),
    'handlebar-bag': s('handlebar bag', 'front bag', 'bar bag'),
    'front-light': s('front light', 'headlight', 'bike lamp'),
    'rear-light': s('rear light', 'tail light', 'back light'),
    lock: s('lock', 'bike lock'),
    rack: s('rack', 'luggage carrier', 'carrier'),
    mudguards: p('mudguards', 'fenders'),
    'child-seat': s('child seat', 'bike seat for children'),
    bell: s('bell', 'bike bell'),
    'bottle-cage': s('bottle cage', 'bottle holder'),
    tyre: s('tyre', 'tire', 'bike tyre'),
    pump: s('pump', 'bike pump', 'floor pump'),
    'multi-tool': s('multi-tool', 'multitool', 'pocket tool'),
    'chain-care': s('product for chains', 'chain oil', 'chain lube'),
    helmet: s('helmet', 'bike helmet', 'cycle helmet'),
    gloves: p('gloves', 'cycling gloves', 'mitts'),
    overshoes: p('overshoes', 'shoe covers'),
    'rain-jacket': s('rain jacket', 'waterproof', 'cycling jacket'),
    'workshop-course': s('workshop course', 'repair class'),
    'repair-guide': s('repair guide', 'repair manual'),
  },
  pronouns: { m: 'it', f: 'it', n: 'it', p: 'they', fp: 'they' },
  demonstratives: { m: 'this', f: 'this', n: 'this', p: 'these', fp: 'these' },
  phrases: {
    volume: {
      sentences: ['Inside there is room for {v}.', '{It} [holds|hold] {v}.'],
      familiar: 'You can pack {v} into (it|it|it|them).',
      point: '[Holds|Hold] {v}',
      clause: '[holds|hold] {v}',
    },
    'load-limit': {
      sentences: ['{It} [carries|carry] up to {v}.', 'The load limit is {v}.'],
      point: '[Carries|Carry] up to {v}',
      clause: '[carries|carry] up to {v}',
    },
    output: {
      sentences: ['{It} [gives|give] {v} of light.', 'The light output is {v}.'],
      point: '{v} of light',
      clause: '[gives|give] {v} of light',
    },
    'burn-time': {
      sentences: ['{It} [burns|burn] for {v}.', 'The burn time is {v}.'],
      point: '[Burns|Burn] for {v}',
      clause: '[burns|burn] for {v}',
    },
    weight: {
      sentences: ['{It} [weighs|weigh] {v}.', 'The weight is {v}.'],
      point: '[Weighs|Weigh] {v}',
      clause: '[weighs|weigh] {v}',
    },
    'rail-diameter': {
      sentences: ['{It} [fits|fit] rails of up to {v}.'],
      point: '[Fits|Fit] rails of up to {v}',
      clause: '[fits|fit] rails of up to {v}',
    },
    length: {
      sentences: ['{It} [is|are] {v} long.', 'The length is {v}.'],
      point: '{v} long',
      clause: '[measures|measure] {v} in length',
    },
    width: {
      sentences: ['{It} [is|are] {v} wide.', 'The width is {v}.'],
      point: '{v} wide',
      clause: '[measures|measure] {v} in width',
    },
    'tyre-width': {
      sentences: ['The tyre width is {v}.'],
      point: 'Tyre width {v}',
      several: { sentence: 'There are tyre widths of {v}.', point: 'Tyre widths {v}' },
    },
    'wheel-size': {
      sentences: ['{It} [fits|fit] wheels of {v}.'],
      point: 'For wheels of {v}',
      several: { sentence: 'There are sizes for wheels of {v}.', point: 'For wheels of {v}' },
      join: 'disjunction',
    },
    'max-pressure': { sentences: ['The pressure goes up to {v}.'], point: 'Up to {v} of pressure' },
    'child-weight': {
      sentences: ['{It} [is|are] made for children of up to {v}.'],
      point: 'For children of up to {v}',
      clause: '[is made|are made] for children of up to {v}',
    },
    content: {
      sentences: ['{It} [contains|contain] {v}.'],
      point: '[Contains|Contain] {v}',
      clause: '[contains|contain] {v}',
    },
    duration: { sentences: ['{It} [lasts|last] {v}.'], point: '[Lasts|Last] {v}', clause: '[lasts|last] {v}' },
    places: { sentences: ['There are {v} places.'], point: '{v} places', clause: '[has|have] {v} places' },
    pages: { sentences: ['{It} [has|have] {v} pages.'], point: '{v} pages', clause: '[has|have] {v} pages' },
    tools: {
      sentences: ['{It} [has|have] {v} tools.', 'There are {v} tools in (it|it|it|them).'],
      point: '{v} tools',
      clause: '[has|have] {v} tools',
    },
    'security-level': {
      sentences: ['{It} [reaches|reach] security level {v}.', 'The security level is {v}.'],
      point: 'Security level {v}',
      clause: '[reaches|reach] security level {v}',
    },
    mounting: {
      sentences: ['{It} [mounts|mount] on {v}.'],
      point: '[Mounts|Mount] on {v}',
      clause: '[mounts|mount] on {v}',
      each: the,
      join: 'disjunction',
    },
    valves: { sentences: ['{It} [fits|fit] {v}.'], point: '[Fits|Fit] {v}', clause: '[fits|fit] {v}', each: the },
    weather: {
      sentences: ['{It} [is|are] made for {v} weather.'],
      point: 'For {v} weather',
      clause: '[is made|are made] for {v} weather',
      each: small,
    },
    season: { sentences: ['{It} [is|are] made for riding {v}.'], point: 'For riding {v}', each: (l) => seasons[l] },
    colour: {
      sentences: ['The colour is {v}.'],
      point: 'In {v}',
      several: { sentence: '{It} [comes|come] in {v}.', point: 'In {v}' },
      each: small,
    },
    size: {
      sentences: ['The size is {v}.'],
      point: 'Size {v}',
      several: { sentence: '{It} [comes|come] in sizes {v}.', point: 'Sizes {v}' },
    },
    reflective: { sentences: ['{It} [reflects|reflect] light.'], point: 'Reflective' },
    'puncture-layer': { sentences: ['A layer protects (it|it|it|them) against punctures.'], point: 'Puncture layer' },
    'battery-included': {
      sentences: ['The battery is included.'],
      point: 'Battery included',
      no: 'The battery is not included.',
    },
    'warranty-years': {
      sentences: ['The warranty lasts {v} years.'],
      familiar: 'You have {v} years of warranty.',
      point: '{v} years of warranty',
    },
    'in-the-box': { sentences: ['In the box: {v}.'], point: 'In the box: {v}' },
  },
  madeOf: () => '{This} [is|are] made of {material}.',
  materials: {
    'Welded tarpaulin, PVC-free': 'welded, PVC-free tarpaulin',
    'Waxed canvas': 'waxed canvas',
    Aluminium: 'aluminium',
    'Hardened steel': 'hardened steel',
    'Chromoly steel': 'chromoly steel',
    'Merino wool': 'merino wool',
    'Recycled nylon': 'recycled nylon',
    Polycarbonate: 'polycarbonate',
    Brass: 'brass',
    Neoprene: 'neoprene',
    Bamboo: 'bamboo',
    'Natural rubber': 'natural rubber',
  },
  plain: (label, value) => `${label}: ${value}`,
  summary: (noun, material, clauses) => {
    const plural = Object.values(english.nouns).some((n) => n.one === noun && n.form === 'p')
    const head = `${plural ? capital(noun) : `${article(noun) === 'an' ? 'An' : 'A'} ${noun}`}${material ? ` made of ${material}` : ''}`
    return clauses.length > 0 ? `${head} that ${listed(clauses, 'en-GB')}.` : `${head}.`
  },
  alternative: (noun, name, colours, ground) =>
    `${name ? `${name}: ` : ''}${article(noun)} ` +
    `${colours.length ? `${colours.join(' and ')} ` : ''}${noun}${ground ? ` on a plain ${ground} ground` : ''}`,
  named: (word, noun) => `${word} ${noun}`,
}
