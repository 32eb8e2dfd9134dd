import type { Attribute, Labels, ProductType, TypeAttribute } from '@core/attributes/attribute'
import type { Storefront } from '@core/catalogue/model'

/** Labels in the order English, German, French, Italian. */
export const four = (en: string, de: string, fr: string, it: string): Labels => ({ 'en-GB': en, 'de-CH': de, 'fr-CH': fr, 'it-CH': it })
const option = (code: string, ...labels: [string, string, string, string]) => ({ code, labels: four(...labels) })

const layoutParts = [
  { part: 'description' as const, area: 'details', order: 10, titles: four('Description', 'Beschreibung', 'Description', 'Descrizione') },
  { part: 'facts' as const, area: 'details', order: 40, titles: four('Facts', 'Technische Daten', 'Caractéristiques', 'Dati tecnici') },
  { part: 'faq' as const, area: 'details', order: 80, titles: four('Questions', 'Fragen', 'Questions', 'Domande') },
  { part: 'reviews' as const, area: 'details', order: 90, titles: four('Reviews', 'Bewertungen', 'Avis', 'Recensioni') },
]

export const storefronts: Storefront[] = [
  { code: 'uk', name: 'United Kingdom', currency: 'GBP', timeZone: 'Europe/London', editions: [{ language: 'en-GB', borrow: [] }],
    facts: { 'phone': '01632 960 118', 'email': 'help@tarnwheel.example', 'return-days': '60 days' }, layout: { details: 'tabs', parts: layoutParts } },
  { code: 'ch', name: 'Switzerland', currency: 'CHF', timeZone: 'Europe/Zurich', editions: [{ language: 'de-CH', borrow: [] }, { language: 'fr-CH', borrow: [] }, { language: 'it-CH', borrow: [] }],
    facts: { 'phone': '044 555 01 18', 'email': 'hallo@tarnwheel.example' }, layout: { details: 'accordion', parts: layoutParts } },
]

export const groups = [{ code: 'retail', name: 'Retail' }, { code: 'club', name: 'Club' }, { code: 'workshop', name: 'Workshop' }]
export const brands = [['tarnwheel', 'Tarnwheel'], ['oxbrook', 'Oxbrook'], ['lumenfell', 'Lumenfell'], ['pedersholt', 'Pedersholt'], ['kazemori', 'Kazemori'], ['varga', 'Varga & Daughter']]
  .map(([code, name]) => ({ code: code!, name: name! }))

export const categories: { code: string; parent: string | null; names: Labels; type: string | null }[] = [
  { code: 'bags', parent: null, names: four('Bags', 'Taschen', 'Sacoches', 'Borse'), type: null },
  { code: 'panniers', parent: 'bags', names: four('Panniers', 'Gepäckträgertaschen', 'Sacoches de porte-bagages', 'Borse da portapacchi'), type: 'pannier' },
  { code: 'roll-top', parent: 'panniers', names: four('Roll-top', 'Rolltaschen', 'À enroulement', 'A chiusura roll-top'), type: null },
  { code: 'handlebar-bags', parent: 'bags', names: four('Handlebar bags', 'Lenkertaschen', 'Sacoches de guidon', 'Borse da manubrio'), type: 'handlebar-bag' },
  { code: 'lights', parent: null, names: four('Lights', 'Beleuchtung', 'Éclairage', 'Luci'), type: null },
  { code: 'front-lights', parent: 'lights', names: four('Front lights', 'Frontlichter', 'Feux avant', 'Luci anteriori'), type: 'front-light' },
  { code: 'rear-lights', parent: 'lights', names: four('Rear lights', 'Rücklichter', 'Feux arrière', 'Luci posteriori'), type: 'rear-light' },
  { code: 'on-the-bike', parent: null, names: four('On the bike', 'Am Velo', 'Sur le vélo', 'Sulla bici'), type: null },
  { code: 'racks', parent: 'on-the-bike', names: four('Racks', 'Gepäckträger', 'Porte-bagages', 'Portapacchi'), type: 'rack' },
  { code: 'locks', parent: 'on-the-bike', names: four('Locks', 'Schlösser', 'Antivols', 'Lucchetti'), type: 'lock' },
  { code: 'clothing', parent: null, names: four('Clothing', 'Bekleidung', 'Vêtements', 'Abbigliamento'), type: null },
  { code: 'helmets', parent: 'clothing', names: four('Helmets', 'Helme', 'Casques', 'Caschi'), type: 'helmet' },
  { code: 'gloves', parent: 'clothing', names: four('Gloves', 'Handschuhe', 'Gants', 'Guanti'), type: 'gloves' },
  { code: 'rain-jackets', parent: 'clothing', names: four('Rain jackets', 'Regenjacken', 'Vestes de pluie', 'Giacche antipioggia'), type: 'rain-jacket' },
]

const base = { help: {}, family: null, unit: null, options: [], translatable: false, perStorefront: false, serves: [], allowed: null } satisfies Partial<Attribute>
const plain = (code: string, type: Attribute['type'], labels: Labels, more: Partial<Attribute> = {}): Attribute => ({ ...base, serves: ['text', 'number', 'yes-no', 'choice', 'choices', 'date'].includes(type) ? ['facts'] : [], code, type, labels, ...more })
const measure = (code: string, family: Attribute['family'], unit: string, labels: Labels): Attribute => plain(code, 'measure', labels, { family, unit, serves: ['facts', 'comparison'] })

export const attributes: Attribute[] = [
  plain('name', 'text', four('Name', 'Name', 'Nom', 'Nome'), { serves: ['search'], translatable: true, perStorefront: true, help: { 'en-GB': 'What the product is called, without size or colour.' } }),
  plain('summary', 'long-text', four('Summary', 'Kurztext', 'Résumé', 'Riepilogo'), { translatable: true, perStorefront: true, help: { 'en-GB': 'A line or two, shown in lists and beside the price.' } }),
  plain('description', 'rich-text', four('Description', 'Beschreibung', 'Description', 'Descrizione'), { translatable: true, perStorefront: true }),
  plain('key-points', 'key-points', four('Key points', 'Das Wichtigste', 'Points forts', 'Punti chiave'), { translatable: true, help: { 'en-GB': 'Three to eight short lines.' }, allowed: { least: 3, most: 8, pattern: null } }),
  plain('mounting-notes', 'rich-text', four('Mounting notes', 'Montagehinweise', 'Conseils de montage', 'Note di montaggio'), { translatable: true }),
  plain('search-title', 'text', four('Search title', 'Suchtitel', 'Titre de recherche', 'Titolo di ricerca'), { serves: ['search'], translatable: true, perStorefront: true }),
  plain('model', 'text', four('Model', 'Modell', 'Modèle', 'Modello')),
  plain('season', 'choice', four('Season', 'Saison', 'Saison', 'Stagione'), { options: [option('all-year', 'All year', 'Ganzes Jahr', 'Toute l’année', 'Tutto l’anno'), option('summer', 'Summer', 'Sommer', 'Été', 'Estate'), option('winter', 'Winter', 'Winter', 'Hiver', 'Inverno')] }),
  plain('material', 'choice', four('Material', 'Material', 'Matière', 'Materiale'), { options: [
    option('tarpaulin', 'Welded tarpaulin, PVC-free', 'Verschweisste Plane, PVC-frei', 'Bâche soudée, sans PVC', 'Telone saldato, senza PVC'), option('waxed-canvas', 'Waxed canvas', 'Gewachstes Segeltuch', 'Toile cirée', 'Tela cerata'),
    option('aluminium', 'Aluminium', 'Aluminium', 'Aluminium', 'Alluminio'), option('steel', 'Hardened steel', 'Gehärteter Stahl', 'Acier trempé', 'Acciaio temprato'), option('cromoly', 'Chromoly steel', 'Chrommolybdänstahl', 'Acier chromoly', 'Acciaio al cromo-molibdeno'),
    option('merino', 'Merino wool', 'Merinowolle', 'Laine mérinos', 'Lana merino'), option('recycled-nylon', 'Recycled nylon', 'Rezykliertes Nylon', 'Nylon recyclé', 'Nylon riciclato'), option('polycarbonate', 'Polycarbonate', 'Polycarbonat', 'Polycarbonate', 'Policarbonato')] }),
  plain('colour', 'choice', four('Colour', 'Farbe', 'Couleur', 'Colore'), { options: [
    option('fir', 'Fir green', 'Tannengrün', 'Vert sapin', 'Verde abete'), option('slate', 'Slate', 'Schiefer', 'Ardoise', 'Ardesia'), option('ochre', 'Ochre', 'Ocker', 'Ocre', 'Ocra'), option('madder', 'Madder red', 'Krapprot', 'Rouge garance', 'Rosso robbia'),
    option('ink', 'Ink blue', 'Tintenblau', 'Bleu encre', 'Blu inchiostro'), option('chalk', 'Chalk', 'Kreide', 'Craie', 'Gesso')] }),
  plain('size', 'choice', four('Size', 'Grösse', 'Taille', 'Taglia'), { options: ['XS', 'S', 'M', 'L', 'XL'].map((s) => option(s, s, s, s, s)) }),
  plain('mounting', 'choices', four('Mounts on', 'Befestigung an', 'Se fixe sur', 'Si monta su'), { options: [option('rack', 'Rack', 'Gepäckträger', 'Porte-bagages', 'Portapacchi'), option('handlebar', 'Handlebar', 'Lenker', 'Guidon', 'Manubrio'),
    option('seatpost', 'Seat post', 'Sattelstütze', 'Tige de selle', 'Reggisella'), option('frame', 'Frame', 'Rahmen', 'Cadre', 'Telaio'), option('fork', 'Fork', 'Gabel', 'Fourche', 'Forcella')] }),
  measure('volume', 'volume', 'L', four('Volume', 'Volumen', 'Volume', 'Volume')),
  measure('weight', 'mass', 'g', four('Weight', 'Gewicht', 'Poids', 'Peso')),
  measure('load-limit', 'mass', 'kg', four('Load limit', 'Zuladung', 'Charge maximale', 'Carico massimo')),
  measure('rail-diameter', 'length', 'mm', four('Rail diameter up to', 'Rohrdurchmesser bis', 'Diamètre de tube jusqu’à', 'Diametro del tubo fino a')),
  measure('output', 'light', 'lm', four('Light output', 'Lichtstrom', 'Flux lumineux', 'Flusso luminoso')),
  measure('burn-time', 'time', 'h', four('Burn time', 'Leuchtdauer', 'Autonomie', 'Autonomia')),
  measure('length', 'length', 'cm', four('Length', 'Länge', 'Longueur', 'Lunghezza')),
  measure('package-weight', 'mass', 'kg', four('Package weight', 'Paketgewicht', 'Poids du colis', 'Peso del pacco')),
  measure('package-length', 'length', 'cm', four('Package length', 'Paketlänge', 'Longueur du colis', 'Lunghezza del pacco')),
  plain('battery-included', 'yes-no', four('Battery included', 'Akku enthalten', 'Batterie comprise', 'Batteria inclusa')),
  plain('reflective', 'yes-no', four('Reflective', 'Reflektierend', 'Réfléchissant', 'Riflettente')),
  plain('security-level', 'number', four('Security level', 'Sicherheitsstufe', 'Niveau de sécurité', 'Livello di sicurezza'), { help: { 'en-GB': 'Our own scale from 1 to 10.' }, allowed: { least: 1, most: 10, pattern: null } }),
  plain('warranty-years', 'number', four('Warranty, years', 'Garantie, Jahre', 'Garantie, ans', 'Garanzia, anni')),
  plain('launched', 'date', four('Launched', 'Neu seit', 'Lancement', 'Lancio')),
  plain('pictures', 'media', four('Pictures', 'Bilder', 'Images', 'Immagini')),
]

const typeGroups = [{ code: 'facts', labels: four('Facts', 'Fakten', 'Faits', 'Fatti') }, { code: 'copy', labels: four('Copy', 'Texte', 'Textes', 'Testi') }, { code: 'media', labels: four('Media', 'Medien', 'Médias', 'Media') }, { code: 'package', labels: four('Package', 'Paket', 'Colis', 'Pacco') }]
const use = (group: string, codes: string[], more: Partial<TypeAttribute> = {}): TypeAttribute[] => codes.map((attribute) => ({ attribute, group, required: false, requiredIn: [], requiredWhere: null, perVariant: false, default: null, ...more }))

function type(code: string, labels: Labels, facts: string[], optional: string[], perVariant: string[] = []): ProductType {
  return {
    code, labels, groups: typeGroups, views: ['whole'],
    attributes: [
      ...use('facts', facts.filter((f) => !perVariant.includes(f)), { required: true }), ...use('facts', perVariant, { required: true, perVariant: true }),
      ...use('facts', optional), ...use('facts', ['warranty-years'], { default: 2 }), ...use('facts', ['season', 'model', 'launched']),
      ...use('copy', ['name', 'summary', 'description', 'key-points'], { required: true }), ...use('copy', ['mounting-notes', 'search-title']),
      ...use('media', ['pictures'], { required: true, perVariant: perVariant.includes('colour') }), ...use('package', ['package-weight'], { required: true, requiredWhere: { field: 'kind', is: 'equals', value: 'shipped' } }), ...use('package', ['package-length']),
    ],
  }
}

export const types: ProductType[] = [
  type('pannier', four('Pannier', 'Gepäckträgertasche', 'Sacoche de porte-bagages', 'Borsa da portapacchi'), ['volume', 'load-limit', 'material', 'colour'], ['weight', 'rail-diameter', 'mounting', 'reflective']),
  type('handlebar-bag', four('Handlebar bag', 'Lenkertasche', 'Sacoche de guidon', 'Borsa da manubrio'), ['volume', 'load-limit', 'material', 'colour'], ['weight', 'mounting', 'reflective']),
  type('front-light', four('Front light', 'Frontlicht', 'Feu avant', 'Luce anteriore'), ['output', 'burn-time', 'battery-included'], ['weight', 'mounting']),
  type('rear-light', four('Rear light', 'Rücklicht', 'Feu arrière', 'Luce posteriore'), ['output', 'burn-time', 'battery-included'], ['weight', 'mounting']),
  type('lock', four('Lock', 'Schloss', 'Antivol', 'Lucchetto'), ['security-level', 'material', 'length'], ['weight', 'mounting']),
  type('rack', four('Rack', 'Gepäckträger', 'Porte-bagages', 'Portapacchi'), ['load-limit', 'material', 'rail-diameter'], ['weight', 'mounting']),
  type('helmet', four('Helmet', 'Helm', 'Casque', 'Casco'), ['material', 'size', 'colour'], ['weight', 'reflective'], ['size', 'colour']),
  type('gloves', four('Gloves', 'Handschuhe', 'Gants', 'Guanti'), ['material', 'size'], ['reflective', 'colour'], ['size']),
  type('rain-jacket', four('Rain jacket', 'Regenjacke', 'Veste de pluie', 'Giacca antipioggia'), ['material', 'size', 'colour'], ['weight', 'reflective'], ['size', 'colour']),
]
