import type { Proposal, StepResult } from '@core/drafting/run'
import type { MadeFrom } from '@core/drafting/facts'
import { valueAt } from '@core/catalogue/model'
import { same, scopeOfPath } from '@core/catalogue/patch'
import { valuesFor } from '@core/page/values'
import type { Reader } from '@core/values/resolve'
import type { RecipeRunBody } from '@contracts/drafting'
import type { Tx } from '../../db/connect'
import { memberOf, type StoredFamily } from '../../db/queries/families'
import { loadLibrary } from '../../db/queries/media'
import type { StoredSetup } from '../../db/queries/setup'
import { slugOf } from '@core/search/slug'
import { slugOwners } from '../../db/queries/search-keys'
import { addSuggestions, type NewSuggestion } from '../../db/queries/suggestions'
import type { MadeFromRow } from '../../db/schema'

/** What a suggestion was made from, by the numbers of the products. */
function rowsOf(list: readonly MadeFrom[], family: StoredFamily): MadeFromRow[] {
  return list.flatMap(({ sku, path, value }) => {
    const scope = scopeOfPath(path)
    return scope
      ? [
          {
            p: memberOf(family, sku).id,
            a: scope.attribute,
            s: scope.storefront ?? '',
            l: scope.language ?? '',
            v: value,
          },
        ]
      : []
  })
}

/**
 * Puts what was drafted into the queue of suggestions: what the product says already is left out, and, where only what
 * is missing was asked for, whatever has a text that counts. Returns how many were added.
 */
export async function proposeDrafts(
  tx: Tx,
  runId: number,
  drafted: ReadonlyMap<StoredFamily, readonly StepResult[]>,
  reader: Reader,
  setup: StoredSetup,
  what: RecipeRunBody['what'],
): Promise<number> {
  const names = [...drafted.values()].flatMap((results) =>
    results.flatMap((r) => r.proposals.flatMap((p) => (p.place.kind === 'picture' ? [p.place.name] : []))),
  )
  const library = await loadLibrary(tx.db, names)
  const seen = new Set<string>()
  const list = [...drafted].flatMap(([family, results]) => {
    const read = valuesFor(family.root, family, reader, setup)
    return results
      .flatMap((r) => r.proposals)
      .flatMap((p: Proposal): NewSuggestion[] => {
        const common = {
          root: family.root.id,
          product: family.root.id,
          step: p.step,
          value: p.value,
          made_from: rowsOf(p.madeFrom, family),
          alternatives: p.alternatives,
          invented: p.invented,
        }
        if (p.place.kind === 'picture') {
          const { name, language } = p.place
          // One picture may stand on many products.
          const key = `${name} ${language}`
          if (seen.has(key) || !library.items.has(name)) return []
          seen.add(key)
          return [
            {
              ...common,
              picture: name,
              attribute: '',
              storefront: '',
              language,
              base: library.items.get(name)!.item.labels[language] ?? null,
            },
          ]
        }
        const found = read(p.place.attribute)
        if (what === 'missing' && found && found.value !== null && found.counts) return []
        const base = valueAt(family.root, p.place)
        return same(base, p.value)
          ? []
          : [
              {
                ...common,
                picture: null,
                attribute: p.place.attribute,
                storefront: p.place.storefront ?? '',
                language: p.place.language ?? '',
                base,
              },
            ]
      })
  })
  return addSuggestions(tx, runId, await withFreeSlugs(tx, list, drafted, setup))
}

/** Suggested slugs that another product has, or that two would get, with the SKU behind them. */
async function withFreeSlugs(
  tx: Tx,
  list: readonly NewSuggestion[],
  drafted: ReadonlyMap<StoredFamily, unknown>,
  setup: StoredSetup,
): Promise<NewSuggestion[]> {
  const slugs = list.filter((s) => s.attribute === 'slug')
  const owners = await slugOwners(
    tx.db,
    slugs.map((s) => ({
      product: s.product,
      storefront: s.storefront === '' ? 0 : setup.storefrontIds.get(s.storefront)!,
      language: s.language,
      slug: String(s.value),
    })),
  )
  const skus = new Map([...drafted.keys()].map((f) => [f.root.id, f.root.sku]))
  const seen = new Set<string>()
  return list.map((s) => {
    if (s.attribute !== 'slug') return s
    const taken = owners.has(slugs.indexOf(s)) || seen.has(`${s.language} ${String(s.value)}`)
    const value = taken ? `${String(s.value)}-${slugOf(skus.get(s.root)!, s.language)}` : s.value
    seen.add(`${s.language} ${String(value)}`)
    return { ...s, value }
  })
}
