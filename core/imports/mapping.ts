import { attributeTypes } from '../attributes/types/registry'
import type { Attribute } from '../attributes/attribute'
import type { Setup } from '../catalogue/model'
import { gtinProblem } from '../gtin/check-digit'
import { knownTag } from '../language/tag'
import { fold } from '../text/fold'
import { splitMeasure } from '../units/parse'
import { findUnit, type UnitFamily } from '../units/registry'
import { parseHeader, type Column, type HeaderProblem } from './columns'
import { findCategory } from './row'

/** What a column of a file is taken for: the header of a product file, or nothing. */
export interface ColumnMapping {
  header: string
  means: string
  /** Of measures: the unit of cells that name none. */
  unit: string
  /** What cells of the file are read as, by what stands in them: a supplier's words by ours. */
  values?: Record<string, string>
}

export interface Mapping {
  columns: ColumnMapping[]
  /** The product type of new products, where the file has no column for it. */
  type: string
}

/** A suggestion with what speaks for it. */
export interface SuggestedColumn extends ColumnMapping {
  because: 'name' | 'content' | ''
}

/**
 * Other names that files have for the fields, folded, in the languages that suppliers' files come in.
 * Common practice, no published source.
 */
const otherNames: Record<string, readonly string[]> = {
  sku: [
    'article number',
    'article no',
    'item number',
    'item no',
    'item code',
    'product number',
    'product code',
    'part number',
    'artikelnummer',
    'artikel-nr',
    'art-nr',
    'art nr',
    'bestellnummer',
    'référence',
    'reference',
    'codice articolo',
    'artikelnr',
  ],
  gtin: ['ean', 'ean13', 'ean code', 'barcode', 'bar code', 'upc', 'strichcode', 'code-barres', 'codice a barre'],
  parent: ['parent sku', 'parent article', 'master', 'main article', 'hauptartikel', 'article parent'],
  brand: ['manufacturer', 'make', 'marke', 'hersteller', 'marque', 'fabricant', 'marca', 'merk'],
  stock: [
    'quantity',
    'qty',
    'in stock',
    'on hand',
    'qty on hand',
    'quantity on hand',
    'available quantity',
    'stock level',
    'bestand',
    'lagerbestand',
    'lager',
    'quantité',
    'giacenza',
    'voorraad',
  ],
  category: [
    'product category',
    'group',
    'product group',
    'warengruppe',
    'kategorie',
    'catégorie',
    'categoria',
    'categorie',
  ],
  type: ['product type', 'produkttyp', 'type de produit'],
  tags: ['keywords', 'labels', 'schlagworte', 'stichworte', 'mots-clés'],
  status: ['state', 'zustand', 'statut'],
  'available-from': ['available', 'available from', 'release date', 'verfügbar ab', 'disponible dès'],
  minimum: ['minimum quantity', 'minimum order quantity', 'moq', 'mindestmenge', 'quantité minimale'],
}
/** Other names of the attribute that products are called by. Common practice, no published source. */
const nameNames = [
  'product name',
  'product title',
  'title',
  'item name',
  'article name',
  'produktname',
  'artikelname',
  'bezeichnung',
  'désignation',
  'nom du produit',
  'nome prodotto',
  'productnaam',
]
/** Other names of attributes that most set-ups have, by their codes. Common practice, no published source. */
const attributeNames: Record<string, readonly string[]> = {
  weight: ['net weight', 'item weight', 'product weight', 'nettogewicht', 'gewicht netto', 'poids net', 'peso netto'],
  launched: ['launch', 'launch date', 'launched on', 'introduced', 'markteinführung', 'date de lancement'],
  colour: ['color', 'colour name', 'color name', 'farbe', 'couleur', 'colore', 'kleur'],
  material: ['materials', 'fabric', 'werkstoff', 'matière', 'matériau', 'materiale'],
  summary: ['short description', 'short text', 'kurzbeschreibung', 'description courte'],
  description: ['long description', 'body', 'langtext', 'beschreibung', 'description longue'],
  'key-points': ['bullet points', 'bullets', 'highlights', 'stichpunkte', 'points forts'],
}
const priceNames = ['price', 'retail price', 'list price', 'rrp', 'preis', 'verkaufspreis', 'prix', 'prezzo', 'prijs']

/** A header taken apart: its words, a unit or a language or currency behind them. */
interface ReadHeader {
  name: string
  unit: string | undefined
  language: string | undefined
  storefront: string | undefined
}

const plainName = (text: string) =>
  fold(text)
    .replace(/[_./-]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

const languageNames = new Intl.DisplayNames('en', { type: 'language' })

function readHeaderName(header: string, setup: Setup): ReadHeader {
  const read: ReadHeader = { name: header, unit: undefined, language: undefined, storefront: undefined }
  const languages = [...setup.storefronts.values()].flatMap((s) => s.editions.map((e) => e.language))
  const tail = (text: string): boolean => {
    const t = text.trim()
    if (t === '') return false
    const unit = findUnit(t)
    if (unit) return ((read.unit = unit.symbol), true)
    const shops = [...setup.storefronts.values()].filter(
      (s) => s.currency === t.toUpperCase() || s.code === t.toLowerCase() || fold(s.name) === fold(t),
    )
    if (
      shops.length > 0 &&
      (/^[A-Z]{3}$/.test(t) || !languages.some((l) => l.toLowerCase().startsWith(t.toLowerCase())))
    )
      return ((read.storefront = shops[0]!.code), true)
    const tag = knownTag(t.replace('_', '-'))
    const found =
      languages.find((l) => l === tag) ??
      languages.find((l) => new Intl.Locale(l).language === t.toLowerCase()) ??
      languages.find((l) => fold(languageNames.of(new Intl.Locale(l).language) ?? '') === fold(t))
    return found !== undefined && ((read.language = found), true)
  }
  const bracket = /^(.*?)\s*[([]\s*([^)\]]+)\s*[)\]]\s*$/.exec(header)
  if (bracket && tail(bracket[2]!)) read.name = bracket[1]!
  else {
    const last = /^(.+?)[\s_,/-]+([^\s_,/-]{1,12})$/.exec(header)
    if (last && tail(last[2]!)) read.name = last[1]!
  }
  return read
}

const attributeIndexes = new WeakMap<Setup['attributes'], Map<string, Attribute>>()

/** The attribute whose code, or label in any language, is a name. */
function attributeNamed(name: string, setup: Setup): Attribute | undefined {
  let index = attributeIndexes.get(setup.attributes)
  if (!index) {
    const list = [...setup.attributes.values()]
    // Of several with one name the first has it, and a code comes before all labels.
    index = new Map([
      ...list.flatMap((a) => Object.values(a.labels).map((l) => [plainName(l), a] as const)).reverse(),
      ...list.map((a) => [plainName(a.code), a] as const).reverse(),
    ])
    attributeIndexes.set(setup.attributes, index)
  }
  return index.get(plainName(name))
}

const fieldNames = new Map(
  Object.entries(otherNames)
    .flatMap(([field, names]) => [field, ...names].map((n) => [plainName(n), field] as const))
    .reverse(),
)

/** The attribute that files often call by a name, where the set-up has it. */
function commonlyNamed(name: string, setup: Setup): Attribute | undefined {
  const code = Object.keys(attributeNames).find((c) => attributeNames[c]!.some((n) => plainName(n) === plainName(name)))
  return code === undefined ? undefined : setup.attributes.get(code)
}

function byName(header: string, setup: Setup): { means: string; unit: string } | undefined {
  const exact = parseHeader(['sku', header], setup)
  const [, column] = exact.columns
  if (fold(header) === 'sku') return { means: 'sku', unit: '' }
  if (column) return { means: column.kind === 'field' ? column.field : header.trim(), unit: '' }
  const field = fieldNames.get(plainName(header))
  if (field !== undefined) return { means: field, unit: '' }
  const whole = attributeNamed(header, setup)
  const read = whole
    ? { name: header, unit: undefined, language: undefined, storefront: undefined }
    : readHeaderName(header, setup)
  if (priceNames.some((n) => plainName(n) === plainName(read.name)))
    return { means: `price@${read.storefront ?? [...setup.storefronts.keys()][0]!}`, unit: '' }
  const attribute =
    whole ??
    attributeNamed(read.name, setup) ??
    (nameNames.some((n) => plainName(n) === plainName(read.name)) ? setup.attributes.get('name') : undefined) ??
    commonlyNamed(read.name, setup)
  if (!attribute) return undefined
  if (read.unit !== undefined && findUnit(read.unit)?.family !== attribute.family) return undefined
  return {
    means: attribute.translatable ? `${attribute.code}@/${read.language ?? setup.source}` : attribute.code,
    unit: read.unit ?? '',
  }
}

/** Most of some texts, at least four in five, and two of them. */
const mostly = (texts: readonly string[], holds: (text: string) => boolean) =>
  texts.length >= 2 && texts.filter(holds).length * 5 >= texts.length * 4

function byContent(
  header: string,
  cells: readonly string[],
  type: string,
  setup: Setup,
  taken: ReadonlySet<string>,
): { means: string; unit: string } | undefined {
  const texts = cells.map((c) => c.trim()).filter((c) => c !== '')
  const free = (means: string) => !taken.has(means)
  if (
    free('gtin') &&
    mostly(texts, (t) => /^[\d\s-]{8,17}$/.test(t) && gtinProblem(t.replace(/[\s-]/g, '')) === undefined)
  )
    return { means: 'gtin', unit: '' }
  if (
    free('brand') &&
    mostly(texts, (t) => [...setup.brands.values()].some((b) => fold(b.name) === fold(t) || b.code === t))
  )
    return { means: 'brand', unit: '' }
  if (free('category') && mostly(texts, (t) => findCategory(t, setup) !== undefined))
    return { means: 'category', unit: '' }
  const attributes = (
    setup.types.get(type)?.attributes.map((a) => setup.attributes.get(a.attribute)!) ?? [...setup.attributes.values()]
  ).filter((a) => free(a.code))
  const choices = attributes.filter(
    (a) =>
      attributeTypes[a.type].options !== undefined &&
      mostly(texts, (t) =>
        t
          .split('|')
          .every((part) =>
            a.options.some(
              (o) => fold(o.code) === fold(part) || Object.values(o.labels).some((l) => fold(l) === fold(part)),
            ),
          ),
      ),
  )
  if (choices.length === 1) return { means: choices[0]!.code, unit: '' }
  // Cells with units, or a unit in the header: the one attribute of that quantity that is left.
  const family = findUnit(readHeaderName(header, setup).unit ?? '')?.family ?? familyOfCells(texts)
  const measures = family ? attributes.filter((a) => a.family === family) : []
  return measures.length === 1
    ? { means: measures[0]!.code, unit: readHeaderName(header, setup).unit ?? '' }
    : undefined
}

function familyOfCells(texts: readonly string[]): UnitFamily | undefined {
  const families = texts.map((t) => findUnit(splitMeasure(t)?.unit ?? '')?.family)
  const [first] = families.filter((f) => f !== undefined)
  return first !== undefined && mostly(texts, (t) => findUnit(splitMeasure(t)?.unit ?? '')?.family === first)
    ? first
    : undefined
}

/**
 * What each column of a file is most likely to be: by its name in any language, with a unit, a language or a currency
 * behind it, else by what its cells hold. Nothing is meant twice; where nothing speaks for anything, it is left out.
 */
export function suggestMapping(
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  setup: Setup,
  type = '',
): SuggestedColumn[] {
  const taken = new Set<string>()
  const out = headers.map((header): SuggestedColumn => {
    const named = header.trim() === '' ? undefined : byName(header, setup)
    if (!named || taken.has(named.means)) return { header, means: '', unit: '', because: '' }
    taken.add(named.means)
    return { header, ...named, because: 'name' }
  })
  out.forEach((c, i) => {
    if (c.means !== '') return
    const found = byContent(
      c.header,
      rows.map((r) => r[i] ?? ''),
      type,
      setup,
      taken,
    )
    if (!found) return
    taken.add(found.means)
    Object.assign(c, found, { because: 'content' })
  })
  if (!taken.has('sku')) {
    // Without a SKU there is no row: a column of short texts, each only once, is one.
    const i = out.findIndex(
      (c, n) =>
        c.means === '' &&
        mostly(
          rows.map((r) => r[n] ?? ''),
          (t) => /^[A-Za-z0-9][A-Za-z0-9._/-]{2,40}$/.test(t.trim()),
        ) &&
        new Set(rows.map((r) => r[n])).size === rows.length,
    )
    if (i >= 0) Object.assign(out[i]!, { means: 'sku', because: 'content' })
  }
  return out
}

/** A mapping that was saved, held against the headers of another file: what it does not know is suggested anew. */
export function mappingFor(
  saved: Mapping,
  headers: readonly string[],
  rows: readonly (readonly string[])[],
  setup: Setup,
): SuggestedColumn[] {
  const suggested = suggestMapping(headers, rows, setup, saved.type)
  const known = new Map(saved.columns.map((c) => [fold(c.header), c]))
  const taken = new Set(headers.flatMap((h) => known.get(fold(h))?.means || []))
  return headers.map((header, i) => {
    const k = known.get(fold(header))
    if (k) return { header, means: k.means, unit: k.unit, because: 'name', ...(k.values ? { values: k.values } : {}) }
    return taken.has(suggested[i]!.means) ? { header, means: '', unit: '', because: '' } : suggested[i]!
  })
}

/** The columns of a file read through a mapping, each at its own place; problems name the file's own headers. */
export function mappedColumns(
  headers: readonly string[],
  mapping: Mapping,
  setup: Setup,
): { columns: Column[]; problems: HeaderProblem[] } {
  const known = new Map(mapping.columns.map((c) => [fold(c.header), c]))
  const chosen = headers.flatMap((header, index) => {
    const c = known.get(fold(header))
    return c && c.means !== '' ? [{ header, index, means: c.means, unit: c.unit, values: c.values }] : []
  })
  const { columns, problems } = parseHeader(
    chosen.map((c) => c.means),
    setup,
  )
  const own = (means: string) => chosen.find((c) => c.means === means)?.header ?? means
  const unknown = headers
    .filter((h) => h.trim() !== '' && !known.has(fold(h)))
    .map((h): HeaderProblem => ({
      column: h,
      code: 'unmapped',
      message: `The mapping does not cover “${h.slice(0, 60)}”. Map it, or remove it.`,
    }))
  const units = chosen.flatMap((c): HeaderProblem[] =>
    c.unit !== '' && !findUnit(c.unit)
      ? [{ column: c.header, code: 'unknown-unit', message: `The unit “${c.unit}” is not known.` }]
      : [],
  )
  return {
    columns: columns.map((c) => {
      const from = chosen[c.index]!
      return {
        ...c,
        index: from.index,
        header: from.header,
        ...(c.kind === 'attribute' && attributeTypes[c.attribute.type].hasUnit && from.unit !== ''
          ? { unit: from.unit }
          : {}),
        ...(from.values ? { values: new Map(Object.entries(from.values)) } : {}),
      }
    }),
    problems: [...problems.map((p) => ({ ...p, column: own(p.column) })), ...unknown, ...units],
  }
}
