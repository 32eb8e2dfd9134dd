import type { Setup, Storefront } from '../catalogue/model'
import { directionOf } from '../language/chain'
import { labelAmong } from '../language/labels'
import { phraseForms, storefrontPhrases, type MenuEntry, type PhraseForms } from '../page/phrases'
import { editionReader, standingPage } from '../page/values'
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

export type SiteDocument = ReleasedPhrases | ReleasedMenu

/** What stands beside the pages of an edition: each kind has one document. */
export const siteKinds = ['phrases', 'menu'] as const satisfies readonly SiteDocument['kind'][]

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

/** The documents that stand beside the pages of an edition. Texts without a wording that counts are left out. */
export function siteDocuments(setup: Setup, code: string, language: string): SiteDocument[] {
  const storefront = setup.storefronts.get(code)!
  const reader = editionReader(setup, code, language)
  const of = { storefront: code, language, direction: directionOf(language) }
  return [
    { kind: 'phrases', ...of, phrases: phrasesOf(storefront, reader, setup.source) },
    { kind: 'menu', ...of, entries: entriesOf(storefront.menu, storefront, reader, setup) },
  ]
}
