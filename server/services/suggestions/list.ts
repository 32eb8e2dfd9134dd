import type { Grouping, RunReport, SuggestionDocument, SuggestionFilter, SuggestionGroup } from '@contracts/drafting'
import { attributeTypes } from '@core/attributes/types/registry'
import { styleFor, type HouseStyle } from '@core/house-style/style'
import { languageName } from '@core/language/names'
import { libraryOf } from '@core/media/versions'
import { editionReader, inlineReader, valuesFor } from '@core/page/values'
import { readAddresses } from '@core/page/inline'
import { inlineAddresses } from '@core/richtext/read'
import { textOf } from '@core/translation/state'
import { database } from '../../db/connect'
import { loadFamilies } from '../../db/queries/families'
import { readStyles } from '../../db/queries/house-style'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { groupSuggestions, listSuggestions, type ListedSuggestion } from '../../db/queries/suggestions'
import type { RunDone } from '../../db/schema'
import { draftingService } from '../../stand-ins/chosen'
import { TextChecks } from '../readiness/text-checks'
import type { Person } from '@contracts/people'

/** The storefront through whose house style a text is seen: its own, else the first that has its language. */
export function storefrontFor(setup: StoredSetup, storefront: string, language: string): string {
  return (
    storefront ||
    ([...setup.storefronts.values()].find((s) => s.editions.some((e) => e.language === language))?.code ??
      [...setup.storefronts.keys()][0]!)
  )
}

/** What is checked of a suggested text, and by which style; undefined for what is no text. */
function checkOf(s: ListedSuggestion, setup: StoredSetup, styles: readonly HouseStyle[]) {
  const attribute = setup.attributes.get(s.attribute)
  if (!attribute || !attributeTypes[attribute.type].isText || s.language === '') return undefined
  return {
    value: s.value,
    attribute,
    style: styleFor(styles, s.attribute, {
      storefront: storefrontFor(setup, s.storefront, s.language),
      language: s.language,
    }),
  }
}

/** A page of suggestions with what the house style finds in them, in the order of a grouping. */
export async function suggestionPage(
  person: Person,
  q: SuggestionFilter & { by: Grouping; offset: number; limit: number },
): Promise<{ items: SuggestionDocument[]; count: number }> {
  const db = database()
  const setup = await loadSetup(db)
  const { items, count } = await listSuggestions(db, setup, q, person.id)
  const styles = await readStyles(db)
  const checks = new TextChecks()
  const families = await loadFamilies(
    db,
    setup,
    items.map((s) => s.root_id),
  )
  /** What the inline values of a suggestion's texts read as, in its language and storefront. */
  const valuesOf = (s: ListedSuggestion): Record<string, string> => {
    const family = families.get(s.root_id)
    const addresses = [s.value, s.now].flatMap((v) => (v === null ? [] : inlineAddresses(textOf(v))))
    if (
      !family ||
      addresses.length === 0 ||
      ![...setup.storefronts.values()].some((f) => f.editions.some((e) => e.language === s.language))
    )
      return {}
    const reader = editionReader(setup, storefrontFor(setup, s.storefront, s.language), s.language)
    const read = inlineReader(
      valuesFor(
        [family.root, ...family.variants].find((p) => p.id === s.product_id) ?? family.root,
        family,
        reader,
        setup,
      ),
      reader,
      setup,
      { library: libraryOf([]), type: null, related: {} },
    )
    return readAddresses(addresses, read)
  }
  await checks.expect(
    db,
    items.flatMap((s) => checkOf(s, setup, styles) ?? []),
  )
  return {
    count,
    items: items.map((s): SuggestionDocument => {
      const check = checkOf(s, setup, styles)
      return {
        id: Number(s.id),
        run: {
          id: s.run_id,
          title: s.title,
          origin: s.origin,
          recipe: s.recipe,
          person: s.person,
          created: new Date(s.created).toISOString(),
        },
        sku: s.sku,
        name: s.name ?? s.sku,
        picture: s.picture,
        attribute: s.attribute,
        storefront: s.storefront || null,
        language: s.language || null,
        value: s.value,
        now: s.now,
        moved: s.state === 'open' && s.moved,
        changed: s.state === 'open' ? s.changed : [],
        madeFrom: [...new Set(s.made_from.map((m) => m.a))],
        alternatives: s.alternatives,
        invented: s.invented,
        findings: check ? [...checks.findings(check.value, check.attribute, check.style)] : [],
        values: valuesOf(s),
        state: s.state,
        decided:
          s.decided_at === null
            ? null
            : { by: s.decided_by_name, at: new Date(s.decided_at).toISOString(), value: s.decided },
      }
    }),
  }
}

/** What became of a run, what could not be done first where it was most. */
function reportOf({ products, thin, units, notes }: RunDone): RunReport {
  return {
    products,
    thin,
    units,
    unit: draftingService().unit,
    notes: Object.entries(notes)
      .map(([note, times]) => ({ note, times }))
      .sort((a, b) => b.times - a.times),
  }
}

/** The groups that have suggestions. Their titles are in the source language. */
export async function suggestionGroups(
  person: Person,
  q: SuggestionFilter & { by: Grouping },
): Promise<{ items: SuggestionGroup[]; next: null }> {
  const db = database()
  const setup = await loadSetup(db)
  const rows = await groupSuggestions(db, q, person.id)
  return {
    next: null,
    items: rows.map((g) => {
      const attribute = setup.attributes.get(g.key)
      const title =
        q.by === 'run'
          ? g.title!
          : q.by === 'field'
            ? g.key === 'picture'
              ? 'Text of a picture'
              : (attribute?.labels[setup.source] ?? g.key)
            : g.key
      const note =
        q.by === 'run'
          ? [g.person, g.created?.slice(0, 16)].filter(Boolean).join(' · ')
          : q.by === 'field' && g.language !== ''
            ? languageName(g.language)
            : ''
      return {
        key: q.by === 'field' ? `${g.key}@${g.language}` : g.key,
        title,
        note,
        open: g.open,
        outdated: g.outdated,
        run: g.done && ['recipe', 'photo'].includes(g.origin ?? '') ? reportOf(g.done) : null,
      }
    }),
  }
}
