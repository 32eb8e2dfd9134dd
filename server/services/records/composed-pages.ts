import type { ComposedPage } from '@core/composed/page'
import { mediaNamed, pagesNamed } from '@core/composed/page'
import { namesIn, sectionKind, sectionKinds } from '@core/composed/sections/registry'
import type { SectionName } from '@core/composed/sections/section-kind'
import { normalForm } from '@core/richtext/normal-form'
import type { Db } from '../../db/connect'
import { loadLibrary } from '../../db/queries/media'
import { storedRecords } from '../../db/queries/records'
import { unknownSkus } from '../../db/queries/references'
import type { StoredSetup } from '../../db/queries/setup'
import { storedWhole, type Problems } from './kind'
import { inLabels, type LabelText } from './label-texts'
import { limitProblems } from './limits'

/** The texts of a page in their order, which are translated. Its addresses are written for each language. */
function textsOf(page: ComposedPage): LabelText[] {
  const of = `Page “${page.name}”`
  return [
    inLabels('title', 'Title', page.titles, `${of}: its heading`),
    inLabels('search-title', 'Search title', page.searchTitles, `${of}: in lists of search results`),
    inLabels('search-description', 'Search description', page.searchDescriptions, `${of}: in lists of search results`),
    ...page.sections.flatMap(({ code, kind, texts }) =>
      Object.entries(sectionKinds[kind].texts).map(([name, { label, type, note }]) =>
        inLabels(`section:${code}:${name}`, `${sectionKinds[kind].name}: ${label}`, (texts[name] ??= {}), note, type),
      ),
    ),
  ]
}

/** Rich text as it is stored, whoever wrote it. */
function withNormalTexts(page: ComposedPage): ComposedPage {
  const sections = page.sections.map((section) => ({
    ...section,
    texts: Object.fromEntries(
      Object.entries(section.texts).map(([name, labels]) => {
        const isRich = sectionKinds[section.kind].texts[name]?.type === 'rich-text'
        const written = Object.entries(labels).map(([language, text]) => [language, isRich ? normalForm(text) : text])
        return [name, Object.fromEntries(written) as typeof labels]
      }),
    ),
  }))
  return { ...page, sections } as ComposedPage
}

/** What a slug is already the address of, by language and slug: other composed pages, and standing ones. */
function takenSlugs(page: ComposedPage, others: readonly ComposedPage[], setup: StoredSetup): Map<string, string> {
  const taken = new Map<string, string>()
  const share = (a: readonly string[], b: readonly string[]) =>
    a.length === 0 || b.length === 0 || a.some((code) => b.includes(code))
  for (const other of others)
    if (other.code !== page.code && share(other.limits.storefronts, page.limits.storefronts))
      for (const [language, slug] of Object.entries(other.slugs)) taken.set(`${language} ${slug}`, other.name)
  for (const storefront of setup.storefronts.values())
    if (share([storefront.code], page.limits.storefronts))
      for (const { code, name } of storefront.pages)
        for (const language of Object.keys(page.slugs)) taken.set(`${language} ${code}`, name)
  return taken
}

function slugProblems(page: ComposedPage, others: readonly ComposedPage[], setup: StoredSetup): Problems {
  const taken = takenSlugs(page, others, setup)
  return Object.entries(page.slugs).flatMap(([language, slug]) => {
    const by = slug === '' ? undefined : taken.get(`${language} ${slug}`)
    return by === undefined
      ? []
      : [{ path: `slugs.${language}`, message: `The page “${by}” has this address already. Choose another.` }]
  })
}

/** What sections name and is not there, and what is wrong with what they hold. */
async function sectionProblems(db: Db, page: ComposedPage, others: readonly ComposedPage[]): Promise<Problems> {
  const library = await loadLibrary(db, mediaNamed(page))
  const codes = new Set([page.code, ...others.map((other) => other.code)])
  const skus = page.sections.flatMap(namesIn).flatMap((name) => ('sku' in name ? name.sku : []))
  const unknown = new Set(await unknownSkus(db, [...new Set(skus)]))
  const missing = (name: SectionName): string | undefined => {
    if ('picture' in name) return library.items.has(name.picture) ? undefined : `“${name.picture}” in the library`
    if ('sku' in name) return unknown.has(name.sku) ? `product “${name.sku}”` : undefined
    return codes.has(name.page) ? undefined : `page “${name.page}”`
  }
  return page.sections.flatMap((section, i): Problems => {
    const path = `sections[${i}].holds`
    const wrong = sectionKind(section.kind).problem?.(section.holds)
    return [
      ...(wrong === undefined ? [] : [{ path: `${path}.${wrong.at}`, message: wrong.message }]),
      ...namesIn(section).flatMap((name) => {
        const what = missing(name)
        return what === undefined ? [] : [{ path: `${path}.${name.at}`, message: `There is no ${what}.` }]
      }),
    ]
  })
}

/** The pages that show a picture, by name. */
export async function pagesWithPicture(db: Db, picture: string): Promise<string[]> {
  const pages = await storedRecords(db, 'composed-pages')
  return pages.filter((page) => mediaNamed(page).includes(picture)).map((page) => page.name)
}

export const composedPages = storedWhole('composed-pages', {
  name: 'page',
  stamp: 'content',
  async check(given, _before, setup, tx) {
    const record = withNormalTexts(given)
    const others = await storedRecords(tx.db, 'composed-pages')
    const isThere = (code: string) => others.some((other) => other.code === code)
    const problems: Problems = [
      ...limitProblems(record.limits, 'limits', setup),
      ...record.sections.flatMap(({ limits }, i) => limitProblems(limits, `sections[${i}].limits`, setup)),
      ...slugProblems(record, others, setup),
      ...(await sectionProblems(tx.db, record, others)),
    ]
    if (record.afterwards === record.code)
      problems.push({ path: 'afterwards', message: 'A page cannot lead to itself once its time is over.' })
    else if (record.afterwards !== null && !isThere(record.afterwards))
      problems.push({ path: 'afterwards', message: `There is no page “${record.afterwards}”.` })
    return { record, problems }
  },
  async deletionBlockers(tx, { code }) {
    const others = await storedRecords(tx.db, 'composed-pages')
    const leading = others.filter((other) => other.code !== code && pagesNamed(other).includes(code))
    const names = leading.map((other) => `“${other.name}”`).join(', ')
    return leading.length === 0 ? [] : [`${names} ${leading.length === 1 ? 'leads' : 'lead'} to it. Change that first.`]
  },
  labels: { prefix: 'composed-page', title: (page) => page.name, texts: textsOf },
  undoneWithStep: true,
  contentKey: 'composedPages',
})
