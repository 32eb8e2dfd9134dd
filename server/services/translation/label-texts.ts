import type { Attribute, ProductType } from '@core/attributes/attribute'
import type { Labels } from '@core/language/labels'
import type { Category, Storefront } from '@core/catalogue/model'
import type { MediaItem } from '@core/media/item'
import { same } from '@core/catalogue/patch'
import { menuEntries, phrases, pluralCategories } from '@core/page/phrases'
import type { RecordKindName } from '@contracts/record-kinds'

/** One text that a record holds in several languages. */
export interface LabelText {
  unit: string
  label: string
  type: 'text' | 'rich-text'
  note: string
  read(language: string): string | undefined
  /** '' takes it away. */
  write(language: string, text: string): void
}

/** A kind of record that holds texts by language. */
export interface LabelKind {
  kind: RecordKindName
  title(record: never, source: string): string
  /** The texts of a record; writing changes the record. What has plural forms has those of `language`. */
  texts(record: never, source: string, language: string): LabelText[]
}

const inLabels = (
  unit: string,
  label: string,
  labels: Labels,
  note: string,
  type: LabelText['type'] = 'text',
): LabelText => ({
  unit,
  label,
  type,
  note,
  read: (l) => labels[l] || undefined,
  write: (l, text) => {
    if (text === '') delete labels[l]
    else labels[l] = text
  },
})

/**
 * Forms of a phrase as a text of each plural category. What the source does not tell apart is made from its `other`.
 */
function phraseTexts(storefront: Storefront, source: string, language: string): LabelText[] {
  return phrases.flatMap((p) => {
    const counted = 'one' in p.source
    const categories = counted ? pluralCategories(language) : ['other']
    return categories.map((category): LabelText => ({
      unit: counted ? `phrase:${p.code}:${category}` : `phrase:${p.code}`,
      label: `Phrase${counted ? ` (${category})` : ''}`,
      type: 'text',
      note: p.note,
      read: (l) => {
        const forms = storefront.phrases[p.code]?.[l] ?? (l === source ? p.source : undefined)
        return l === source ? (forms?.[category] ?? forms?.other) : forms?.[category] || undefined
      },
      write: (l, text) => {
        const forms = ((storefront.phrases[p.code] ??= {})[l] ??= {})
        if (text === '') delete forms[category]
        else forms[category] = text
        if (Object.keys(forms).length === 0) delete storefront.phrases[p.code]![l]
      },
    }))
  })
}

/**
 * Every kind of record with texts by language, by its name in the address of a record. Adding one is adding an entry
 * here.
 */
export const labelKinds: Record<string, LabelKind> = {
  category: {
    kind: 'categories',
    title: (c: Category, source) => c.names[source] ?? c.code,
    texts: (c: Category) => [
      inLabels('name', 'Category', c.names, 'In the shop’s menu and above the list of its products'),
    ],
  },
  attribute: {
    kind: 'attributes',
    title: (a: Attribute, source) => a.labels[source] ?? a.code,
    texts: (a: Attribute) => [
      ...(a.serves.length === 1 && a.serves[0] === 'team'
        ? []
        : [inLabels('label', 'Attribute', a.labels, 'In the table of facts, in filters and comparisons')]),
      ...a.options.map((o) =>
        inLabels(
          `option:${o.code}`,
          'Option',
          o.labels,
          'A value that products have; in the table of facts and in filters',
        ),
      ),
    ],
  },
  'product-type': {
    kind: 'product-types',
    title: (t: ProductType, source) => t.labels[source] ?? t.code,
    texts: (t: ProductType) => [inLabels('label', 'Product type', t.labels, 'The name of this kind of product')],
  },
  media: {
    kind: 'media',
    title: (m: MediaItem) => m.code,
    texts: (m: MediaItem) => [
      inLabels(
        'label',
        'Alternative text or title',
        m.labels,
        'Read out in place of a picture; the text of a link to a file',
      ),
    ],
  },
  storefront: {
    kind: 'storefronts',
    title: (s: Storefront) => s.name,
    texts: (s: Storefront, source, language) => [
      ...s.layout.parts.map((p) =>
        inLabels(
          `part:${p.part}`,
          'Part of the page',
          p.titles,
          'The heading or the tab of a part that every product page has',
        ),
      ),
      ...s.pages.flatMap((p) => [
        inLabels(`page:${p.code}:title`, `Page “${p.name}”`, p.titles, 'The heading of a standing page'),
        inLabels(`page:${p.code}:body`, `Page “${p.name}”`, p.bodies, 'A standing page of the storefront', 'rich-text'),
      ]),
      ...[...menuEntries(s.menu)].map(({ entry, above }) =>
        inLabels(
          `menu:${entry.code}`,
          above.length === 0 ? 'Menu' : `Menu, under ${above.map((a) => a.names[source] ?? a.code).join(' › ')}`,
          entry.names,
          'In the shop’s menu',
        ),
      ),
      ...Object.entries(s.facts).map(([name, texts]) =>
        inLabels(`fact:${name}`, `Fact: ${name.replaceAll('-', ' ')}`, texts, 'Used inside texts of the storefront'),
      ),
      ...phraseTexts(s, source, language),
    ],
  },
}

/** The name under which records of a kind are translated; undefined where it has no texts by language. */
export const labelPrefix = (kind: RecordKindName): string | undefined =>
  Object.keys(labelKinds).find((k) => labelKinds[k]!.kind === kind)

/** Whether two versions of a record differ in texts of these languages alone. */
export function onlyTextsDiffer(
  kind: RecordKindName,
  before: object,
  after: object,
  languages: readonly string[],
  source: string,
): boolean {
  const prefix = labelPrefix(kind)
  if (prefix === undefined) return false
  const tried = structuredClone(before)
  for (const language of languages) {
    const now = new Map(
      labelKinds[prefix]!.texts(after as never, source, language).map((x) => [x.unit, x.read(language) ?? '']),
    )
    for (const text of labelKinds[prefix]!.texts(tried as never, source, language))
      if ((text.read(language) ?? '') !== (now.get(text.unit) ?? '')) text.write(language, now.get(text.unit) ?? '')
  }
  return same(tried, after)
}
