import type { BrokenLink, LinkReport } from '@contracts/release'
import type { Storefront } from '@core/catalogue/model'
import { languageName } from '@core/language/names'
import { outsideProblem, targetOf, type LinkTarget } from '@core/release/links'
import { database } from '../../db/connect'
import {
  answersOutside,
  filesThatAre,
  keyOfNamed,
  linksOnPages,
  pagesThatAre,
  pagesWithLinks,
  type LinkSource,
  type NamedPage,
  type WrittenLink,
} from '../../db/queries/released-links'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { storedRelease } from './documents'

/** So many broken links are told, those on most pages first, each with so many of its pages. */
const mostTold = 200
const fewPages = 5

/** A link with what it leads to. */
interface LookedUp extends WrittenLink {
  target: LinkTarget
}

/** The page inside the storefront that a link names, where it names one. */
function namedBy({ language, target }: LookedUp): NamedPage | undefined {
  if (target.to !== 'product' && target.to !== 'page') return undefined
  return { language: target.language ?? language, kind: target.to, name: target.name }
}

/** What is known of all that links lead to: what is wrong with a link, and when that was asked. */
type Judge = (link: LookedUp) => { problem: string | null; asked: string | null; isWaiting?: boolean }

async function judgeOf(
  setup: StoredSetup,
  storefront: Storefront,
  release: number | null,
  links: readonly LookedUp[],
): Promise<Judge> {
  const db = database()
  const named = new Map(links.flatMap((l) => namedBy(l) ?? []).map((n) => [keyOfNamed(n), n]))
  const there = await pagesThatAre(db, storefront.code, release, [...named.values()])
  const files = await filesThatAre(
    db,
    links.flatMap(({ target }) => (target.to === 'file' ? target.name : [])),
  )
  const answers = await answersOutside(
    db,
    links.flatMap(({ target }) => (target.to === 'outside' ? target.address : [])),
  )
  const inside = (problem: string | null) => ({ problem, asked: null })
  const ofPage = (link: LookedUp, what: string) => {
    const page = namedBy(link)!
    return inside(there.has(keyOfNamed(page)) ? null : `There is no ${what} in ${languageName(page.language)}.`)
  }
  const judges: { [T in LinkTarget as T['to']]: (target: T, link: LookedUp) => ReturnType<Judge> } = {
    product: ({ name }, link) => ofPage(link, `product page “${name}”`),
    page: ({ name }, link) => ofPage(link, `standing page “${name}”`),
    category: ({ name }) => inside(setup.categories.has(name) ? null : `There is no category “${name}”.`),
    file: ({ name }) => inside(files.has(name) ? null : `There is no picture or file “${name}”.`),
    part: ({ name }) => inside(`The page has no part “${name}”.`),
    nothing: () => inside(null),
    outside: ({ address }) => {
      const answer = answers.get(address)
      if (!answer?.asked) return { problem: null, asked: null, isWaiting: true }
      return { problem: outsideProblem(answer), asked: answer.asked.toISOString() }
    },
  }
  return (link) => judges[link.target.to](link.target as never, link)
}

/** The report on some pages of a storefront. Throws 404. */
async function reportOf(code: string, source: LinkSource): Promise<LinkReport> {
  const db = database()
  const setup = await loadSetup(db)
  const storefront = setup.storefronts.get(code)
  if (!storefront) throw notFound(`storefront “${code}”`)
  const written = await linksOnPages(db, source)
  const links = written.map((l) => ({ ...l, target: targetOf(l.href, storefront.addresses) }))
  const judge = await judgeOf(setup, storefront, 'release' in source ? source.release : null, links)
  const judged = links.map((link) => ({ link, ...judge(link) }))
  const broken = judged.filter(({ problem }) => problem !== null)
  const pages = await pagesWithLinks(
    db,
    source,
    broken.map(({ link: { language, href } }) => ({ language, href })),
    fewPages,
  )
  const items = broken.flatMap(({ link: { language, href }, problem, asked }): BrokenLink[] => {
    const on = pages.filter((p) => p.href === href && p.language === language)
    // A page may have gone since the links were read.
    if (on.length === 0) return []
    const named = on.map(({ kind, key, title }) => ({ kind, key, name: title }))
    return [{ href, language, problem: problem!, asked, pages: on[0]!.pages, on: named }]
  })
  return {
    links: links.length,
    waiting: judged.filter((j) => j.isWaiting).length,
    items: items.sort((a, b) => b.pages - a.pages).slice(0, mostTold),
  }
}

/** The links on the pages that a release takes live, as they would be once it is. Throws 404. */
export async function releaseLinks(id: string): Promise<LinkReport> {
  const { id: release, storefront } = await storedRelease(id)
  return reportOf(storefront, { release })
}

/** The links on the live pages of a storefront. Throws 404. */
export const liveLinks = (code: string): Promise<LinkReport> => reportOf(code, { live: code })
