import type { QueryOf } from '@contracts/operations'
import type { LeftBehind, Arrived } from '@contracts/translation'
import { attributeTypes, refersTo } from '@core/attributes/types/registry'
import type { Labels } from '@core/language/labels'
import { labelOfVersion, namesIn, versionFor } from '@core/media/versions'
import { editionReader } from '@core/page/values'
import type { Reader } from '@core/values/resolve'
import { database } from '../../db/connect'
import { loadFamilies, type StoredFamily } from '../../db/queries/families'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { soldRoots } from '../../db/queries/translation-work'
import { targetEdition } from './target-edition'
import { productUnits } from './products'
import { countUnits } from './work'

export type CarriedOverQuery = QueryOf<'listCarriedOver'>

const isNamed = (labels: Labels, reader: Reader) => reader.counting.some((l) => labels[l]?.trim())

/**
 * What of each product came along into an edition and what did not, by SKU; so that nothing is found only by looking at
 * the shop.
 */
export async function listCarriedOver(q: CarriedOverQuery, now: number): Promise<{ items: Arrived[]; count: number }> {
  const db = database()
  const setup = await loadSetup(db)
  const edition = targetEdition(setup, q.storefront, q.language)
  const reader = editionReader(setup, q.storefront, q.language)
  const { roots: rows, count } = await soldRoots(db, setup, { ...q, now })
  const families = await loadFamilies(
    db,
    setup,
    rows.map((r) => r.id),
  )
  const units = await productUnits.units(
    db,
    setup,
    rows.map((r) => r.sku),
    edition,
  )
  const library = await loadLibrary(db, namedBy(families.values(), setup))
  return {
    count,
    items: rows.map(({ id, sku }) => {
      const family = families.get(id)!
      const texts = units.get(sku)!
      const counts = countUnits(texts.units)
      const left: LeftBehind[] = texts.units
        .filter((u) => u.target === null && u.borrowed === null)
        .map((u) => ({ what: 'text', name: u.label, record: `product:${sku}`, unit: u.unit }))
      const of = (list: readonly (LeftBehind | null)[]): [number, number] => {
        left.push(...list.filter((x) => x !== null))
        return [list.filter((x) => x === null).length, list.length]
      }
      return {
        sku,
        name: texts.title,
        left,
        came: {
          texts: [counts.texts - counts.missing, counts.texts],
          choices: of(choicesOf(family, setup, reader)),
          categories: of(categoriesOf(family, setup, reader)),
          labels: of(labelsOf(family, setup, reader)),
          pictures: of(picturesOf(family, setup, reader, library)),
          measures: valuesOf(family).filter((v) => attributeTypes[setup.attributes.get(v.attribute)!.type].hasUnit)
            .length,
        },
      }
    }),
  }
}

const valuesOf = (family: StoredFamily) => [family.root, ...family.variants].flatMap((p) => p.values)

function choicesOf(family: StoredFamily, setup: StoredSetup, reader: Reader) {
  const used = new Map<string, Set<string>>()
  for (const v of valuesOf(family)) {
    if (!attributeTypes[setup.attributes.get(v.attribute)!.type].options) continue
    for (const code of [v.value].flat()) used.set(v.attribute, (used.get(v.attribute) ?? new Set()).add(String(code)))
  }
  return [...used].flatMap(([attribute, codes]) =>
    [...codes].map((code): LeftBehind | null => {
      const option = setup.attributes.get(attribute)!.options.find((o) => o.code === code)
      return !option || isNamed(option.labels, reader)
        ? null
        : {
            what: 'option',
            name: option.labels[setup.source] ?? code,
            record: `attribute:${attribute}`,
            unit: `option:${code}`,
          }
    }),
  )
}

function categoriesOf(family: StoredFamily, setup: StoredSetup, reader: Reader) {
  return [family.root.category, ...family.root.categories].flatMap((code): (LeftBehind | null)[] => {
    const category = code === null ? undefined : setup.categories.get(code)
    return category
      ? [
          isNamed(category.names, reader)
            ? null
            : {
                what: 'category',
                name: category.names[setup.source] ?? category.code,
                record: `category:${category.code}`,
                unit: 'name',
              },
        ]
      : []
  })
}

/** Names of the facts that its page shows. */
function labelsOf(family: StoredFamily, setup: StoredSetup, reader: Reader) {
  return [...new Set(valuesOf(family).map((v) => v.attribute))].flatMap((code): (LeftBehind | null)[] => {
    const attribute = setup.attributes.get(code)
    if (!attribute?.serves.includes('facts') || attributeTypes[attribute.type].isText) return []
    return [
      isNamed(attribute.labels, reader)
        ? null
        : { what: 'label', name: attribute.labels[setup.source] ?? code, record: `attribute:${code}`, unit: 'label' },
    ]
  })
}

/** Pictures whose words shoppers do not read need a version of their own; all need an alternative text. */
function picturesOf(
  family: StoredFamily,
  setup: StoredSetup,
  reader: Reader,
  library: Awaited<ReturnType<typeof loadLibrary>>,
) {
  const names = new Set(
    valuesOf(family)
      .filter((v) => refersTo(setup.attributes.get(v.attribute), 'picture'))
      .flatMap((v) => namesIn(v.value)),
  )
  return [...names].flatMap((name): (LeftBehind | null)[] => {
    const found = versionFor(name, library, reader)
    if (!found) return []
    if (!found.counts) return [{ what: 'picture', name, record: `media:${name}`, unit: null }]
    return [
      labelOfVersion(found.one, library, reader) === undefined
        ? { what: 'alternative', name, record: `media:${name}`, unit: 'label' }
        : null,
    ]
  })
}
