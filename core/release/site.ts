import type { Setup, Storefront } from '../catalogue/model'
import type { PageAddresses } from '../catalogue/page-addresses'
import { groupBy } from '../lists/group-by'
import { directionOf } from '../language/chain'
import { labelAmong } from '../language/labels'
import { phraseForms, storefrontPhrases, type MenuEntry, type PhraseForms } from '../page/phrases'
import { withoutOwnMarkup } from '../page/structured'
import { editionReader, filledStandingPage, standingPage } from '../page/values'
import type { Reader } from '../values/resolve'

/** The phrases of a storefront's pages in a language: by code, each form by its plural category. */
export interface ReleasedPhrases {
  kind: 'phrases'
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  phrases: Record<string, PhraseForms>
}

/** An entry of a menu as shoppers read it. */
export interface ReleasedMenuEntry {
  name: string
  to: MenuEntry['to']
  children: ReleasedMenuEntry[]
}

/** The menu of a storefront in a language. */
export interface ReleasedMenu {
  kind: 'menu'
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  entries: ReleasedMenuEntry[]
}

/** A category as shoppers read it, with those under it. */
export interface ReleasedCategory {
  code: string
  name: string
  children: ReleasedCategory[]
}

/** A category and all under it. */
export const withAllUnder = (category: ReleasedCategory): ReleasedCategory[] => [
  category,
  ...category.children.flatMap(withAllUnder),
]

/** The tree of categories in a language. */
export interface ReleasedCategories {
  kind: 'categories'
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  categories: ReleasedCategory[]
}

/** Where the pages of an edition are; null where the storefront does not say so. */
export interface ReleasedAddresses {
  kind: 'addresses'
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  addresses: PageAddresses | null
}

/** A standing page, such as the one on returns. */
export interface ReleasedStandingPage {
  kind: 'page'
  storefront: string
  language: string
  direction: 'ltr' | 'rtl'
  code: string
  title: string
  html: string
}

/** What every document of an edition says of where it belongs. */
type EditionOf = Pick<ReleasedMenu, 'storefront' | 'language' | 'direction'>

export type SiteDocument =
  ReleasedPhrases | ReleasedMenu | ReleasedCategories | ReleasedAddresses | ReleasedStandingPage

/** What stands beside the products of an edition, in the order in which it is given. */
export const siteKinds = [
  'addresses',
  'phrases',
  'menu',
  'categories',
  'page',
] as const satisfies readonly SiteDocument['kind'][]

/** Under which key a document beside the products is kept: each kind has one, but for pages, which go by their code. */
export const siteKey = (document: SiteDocument): string => (document.kind === 'page' ? document.code : document.kind)

function phrasesOf(storefront: Storefront, reader: Reader, source: string): ReleasedPhrases['phrases'] {
  return Object.fromEntries(
    storefrontPhrases(storefront).flatMap(({ code }) => {
      const forms = phraseForms(storefront.phrases, code, reader.counting, source)
      return forms === undefined ? [] : [[code, forms]]
    }),
  )
}

/** The name of a menu entry in a language that counts: its own, else that of the category or page that it leads to. */
function nameOf({ names, to }: MenuEntry, storefront: Storefront, reader: Reader, setup: Setup): string | undefined {
  const own = labelAmong(names, reader.counting)
  if (own !== undefined || to === null) return own
  if ('category' in to) return labelAmong(setup.categories.get(to.category)?.names ?? {}, reader.counting)
  if ('page' in to) return standingPage(storefront, to.page, reader.counting)?.title
  return undefined
}

function entriesOf(
  entries: readonly MenuEntry[],
  storefront: Storefront,
  reader: Reader,
  setup: Setup,
): ReleasedMenuEntry[] {
  return entries.flatMap((entry) => {
    const name = nameOf(entry, storefront, reader, setup)
    if (name === undefined) return []
    return [{ name, to: entry.to, children: entriesOf(entry.children, storefront, reader, setup) }]
  })
}

/** The categories in a language; one without a name that counts is left out, and those under it take its place. */
function categoriesOf(setup: Setup, reader: Reader): ReleasedCategory[] {
  const under = groupBy(setup.categories.values(), (c) => c.parent)
  const of = (parent: string | null): ReleasedCategory[] =>
    (under.get(parent) ?? []).flatMap(({ code, names }) => {
      const name = labelAmong(names, reader.counting)
      const children = of(code)
      return name === undefined ? children : [{ code, name, children }]
    })
  return of(null)
}

/** The standing pages that have a text that counts, with the facts of the storefront filled in. */
function standingPages(storefront: Storefront, of: EditionOf, reader: Reader): ReleasedStandingPage[] {
  return storefront.pages.flatMap(({ code }): ReleasedStandingPage[] => {
    const page = standingPage(storefront, code, reader.counting)
    if (!page) return []
    const { html, hasContent } = filledStandingPage(page.body, storefront, reader)
    return hasContent ? [{ kind: 'page', ...of, code, title: page.title, html: withoutOwnMarkup(html) }] : []
  })
}

/** The documents that stand beside the pages of an edition. Texts without a wording that counts are left out. */
export function siteDocuments(setup: Setup, code: string, language: string): SiteDocument[] {
  const storefront = setup.storefronts.get(code)!
  const reader = editionReader(setup, code, language)
  const of: EditionOf = { storefront: code, language, direction: directionOf(language) }
  return [
    { kind: 'addresses', ...of, addresses: storefront.addresses },
    { kind: 'phrases', ...of, phrases: phrasesOf(storefront, reader, setup.source) },
    { kind: 'menu', ...of, entries: entriesOf(storefront.menu, storefront, reader, setup) },
    { kind: 'categories', ...of, categories: categoriesOf(setup, reader) },
    ...standingPages(storefront, of, reader),
  ]
}
