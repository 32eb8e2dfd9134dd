import { checkDigit } from '@core/gtin/check-digit'
import { designationIn } from './designations'
import { copyLanguages, type Copy, type CopyLanguage, type Line, type Model } from './line'
import { bags } from './lines/bags'
import { care } from './lines/care'
import { clothing } from './lines/clothing'
import { fitted } from './lines/fitted'
import { smallParts } from './lines/small-parts'
import { hardware } from './lines/hardware'
import { learning } from './lines/learning'
import { rolling } from './lines/rolling'
import { weather } from './lines/weather'
import { swissSpelling } from './setup/labels'

/** The product files of the demo, in the order in which they are imported. */
export const files: Record<string, Line[]> = {
  bags,
  hardware,
  clothing,
  fitted: [...fitted, ...smallParts],
  rolling,
  care,
  weather,
  learning,
}
export const lines: Line[] = Object.values(files).flat()

/** GS1's prefix 2 is for restricted circulation, so none of these is a real item's. */
function gtinOf(n: number) {
  const body = `200${String(n).padStart(9, '0')}`
  return body + String(checkDigit(body))
}

/** A row of a product file: cells by column. `whole` has those of its parent too, where it has none itself. */
export interface Row {
  sku: string
  gtin: string
  cells: Record<string, string>
  whole: Record<string, string>
}

export interface Drawn {
  name: string
  colour: string
  view: 'whole' | 'detail'
  ofVariants: boolean
}

/** The pictures of a model: the whole of it, in each colour, and what else its type wants to be shown in. */
export function picturesOf(line: Line, m: Model): Drawn[] {
  const base = m.sku.toLowerCase()
  const drawn = (name: string, view: Drawn['view'], colour = m.colour, ofVariants = false): Drawn => ({
    name: `${base}${name}.svg`,
    colour,
    view,
    ofVariants,
  })
  return [
    drawn('', 'whole'),
    ...(line.type === 'pannier' || line.type === 'handlebar-bag' ? [drawn('-detail', 'detail')] : []),
    ...(m.axes?.colour ?? []).map((c) => drawn(`-${c}`, 'whole', c, true)),
  ]
}

/** What a model is called beside its line in a language. */
function designationOf({ n, words }: Model, language: CopyLanguage): string {
  if (language === 'de-CH') return words?.['de-CH'] ?? swissSpelling(words?.['de-DE'] ?? designationIn(n, 'de-DE') ?? n)
  return words?.[language] ?? designationIn(n, language) ?? n
}

function filled(text: string | undefined, m: Model, language: CopyLanguage) {
  return text?.replaceAll('{n}', designationOf(m, language)).replaceAll('{l}', m.facts.volume ?? '') ?? ''
}

/** The copy of a line in a language: written in it, or German in Swiss spelling. */
export function copyIn(line: Line, language: CopyLanguage): Copy | undefined {
  const own = line.copy[language]
  if (own || language !== 'de-CH' || !line.copy['de-DE']) return own
  return JSON.parse(swissSpelling(JSON.stringify(line.copy['de-DE']))) as Copy
}

/** The name of a model by language, as far as its line is written. */
export const namesOf = (line: Line, m: Model) =>
  Object.fromEntries(
    copyLanguages.flatMap((l) => (copyIn(line, l)?.name ? [[l, filled(copyIn(line, l)!.name, m, l)]] : [])),
  )

function copyCells(line: Line, m: Model): Row['cells'] {
  const cells: Row['cells'] = {}
  for (const l of copyLanguages) {
    const copy = copyIn(line, l)
    if (!copy) continue
    Object.assign(cells, {
      [`name@/${l}`]: filled(copy.name, m, l),
      [`summary@/${l}`]: filled(copy.summary, m, l),
      [`description@/${l}`]: filled(copy.description, m, l),
      [`key-points@/${l}`]: (copy.points ?? []).map((p) => filled(p, m, l)).join('|'),
      [`mounting-notes@/${l}`]: filled(copy.mounting, m, l),
      [`in-the-box@/${l}`]: copy.box ?? '',
    })
  }
  return cells
}

/**
 * Base prices in every storefront, from those of the first two by hand: the others follow, rounded as shops of the
 * place do.
 */
function prices({ uk, ch }: Model): Row['cells'] {
  const euro = Math.round(uk * 1.18)
  return {
    'price@uk': String(uk),
    'price@de': String(euro),
    'price@ch': String(ch),
    'price@be': String(euro),
    'price@nord': String(Math.round(uk * 1.32) * 10 - 1),
    'price@ca': String(Math.round(uk * 1.74)),
    'price@jp': String(Math.round(uk * 1.9) * 100),
    'price@gulf': String(Math.round(uk * 4.8)),
  }
}

const suffix = (attribute: string, cell: string) =>
  attribute === 'colour' ? cell.toUpperCase().slice(0, 3) : cell.replace(/ ?(mm|in)$/, '')
const combined = (axes: Record<string, string[]>) =>
  Object.entries(axes).reduce<Record<string, string>[]>(
    (list, [a, cells]) => list.flatMap((c) => cells.map((cell) => ({ ...c, [a]: cell }))),
    [{}],
  )

/** The rows of a line: each model, and under it its variants. */
function rowsOf(line: Line, count: () => number): Row[] {
  return line.models.flatMap((m) => {
    const own = picturesOf(line, m)
    const leaf = !m.axes
    const sent = line.kind === undefined
    const cells: Row['cells'] = {
      parent: '',
      type: line.type,
      category: line.category,
      brand: line.brand,
      tags: line.tags.join('|'),
      status: m.status ?? 'active',
      kind: line.kind ?? 'shipped',
      range: line.range ?? '',
      gtin: leaf && sent ? gtinOf(count()) : '',
      stock: leaf ? String(m.stock) : '',
      ...prices(m),
      model: m.n,
      colour: leaf || !m.axes?.colour ? m.colour : '',
      pictures: own
        .filter((p) => !p.ofVariants)
        .map((p) => p.name)
        .join('|'),
      ...line.facts,
      ...m.facts,
      ...copyCells(line, m),
    }
    if (
      !sent ||
      ['tyre', 'multi-tool', 'pump', 'chain-care', 'bell', 'lock', 'rack', 'front-light', 'rear-light'].includes(
        line.type,
      )
    )
      cells.colour = ''
    const variants = combined(m.axes ?? {})
      .filter((c) => Object.keys(c).length > 0)
      .map((differs): Row => {
        const sku = [
          m.sku,
          Object.entries(differs)
            .map(([a, cell]) => suffix(a, cell))
            .join('-'),
        ].join('-')
        const mine = {
          parent: m.sku,
          gtin: gtinOf(count()),
          stock: String([...sku].reduce((n, c) => n * 7 + c.charCodeAt(0), 0) % 23),
          ...differs,
          ...(differs.colour ? { pictures: `${m.sku.toLowerCase()}-${differs.colour}.svg` } : {}),
        }
        return { sku, gtin: mine.gtin, cells: mine, whole: { ...cells, ...mine } }
      })
    return [{ sku: m.sku, gtin: cells.gtin!, cells, whole: cells }, ...variants]
  })
}

/** Models that makers have beside those that are sold here. */
function others(line: Line): Line {
  const [m] = line.models
  return {
    ...line,
    models:
      line.brand === 'Tarnwheel' || line.kind
        ? []
        : ['Mini', 'Trail'].map((n, i): Model => ({ ...m!, sku: `${m!.sku.slice(0, 3)}9${m!.sku.slice(4)}${i}`, n })),
  }
}

const counter = (from: number) => () => ++from

/** The rows of each product file, by its name. */
export function fileRows(): Record<string, Row[]> {
  const count = counter(1000)
  return Object.fromEntries(
    Object.entries(files).map(([name, list]) => [`${name}.csv`, list.flatMap((line) => rowsOf(line, count))]),
  )
}

/** Every row of the demo's product files; with those of models that are not sold here, which come last. */
export function productRows({ withOthers = false } = {}): Row[] {
  const rows = Object.values(fileRows()).flat()
  const count = counter(8000)
  return withOthers ? [...rows, ...lines.flatMap((line) => rowsOf(others(line), count))] : rows
}
