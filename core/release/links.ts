import { originOfPages, type AddressKind, type PageAddresses } from '../catalogue/page-addresses'
import { withQuestions } from '../page/with-questions'
import { readNormalForm } from '../richtext/read'
import { isElement, walk } from '../richtext/tree'
import { literalPattern } from '../text/literal'
import type { ReleasedDocument, ReleasedPart } from './document'
import type { ReleasedMenuEntry } from './site'

// Links on released pages: which there are, and what they lead to.

/** What a link leads to. */
export type LinkTarget =
  /** A page of the same storefront, by the last part of its address; in a language where the address names one. */
  | { to: 'product' | 'category' | 'page'; name: string; language: string | undefined }
  /** A picture or file of the media library. */
  | { to: 'file'; name: string }
  /** A part of the page that it stands on. */
  | { to: 'part'; name: string }
  /** Something else that can be asked for over HTTP, by its whole address. */
  | { to: 'outside'; address: string }
  /** Nothing that can be looked up: a telephone number, a path of a shop whose address nobody knows. */
  | { to: 'nothing' }

const linksInHtml = (html: string): string[] =>
  html.includes('<a ')
    ? [...walk(readNormalForm(html))].flatMap((node) =>
        isElement(node) && node.tag === 'a' ? (node.attributes.href ?? []) : [],
      )
    : []

const linksInMenu = (entries: readonly ReleasedMenuEntry[]): string[] =>
  entries.flatMap(({ to, children }) => [
    ...(to !== null && 'address' in to ? [to.address] : []),
    ...linksInMenu(children),
  ])

function linksOfParts(parts: readonly ReleasedPart[]): string[] {
  const here = new Set(parts.map((part) => `#${part.piece}`))
  return parts.flatMap((part) => linksInHtml(part.html)).filter((href) => !here.has(href))
}

function writtenLinks(document: ReleasedDocument): string[] {
  switch (document.kind) {
    case 'product':
      return linksOfParts(withQuestions(document.areas.flatMap((a) => a.parts)))
    case 'composed':
      return document.sections.flatMap((section) => linksInHtml(section.html))
    case 'page':
      return linksInHtml(document.html)
    case 'menu':
      return linksInMenu(document.entries)
    default:
      return []
  }
}

/** The links that people wrote into a document, each once, in order; those to parts that it has are left out. */
export const linksOf = (document: ReleasedDocument): string[] => [...new Set(writtenLinks(document))].sort()

/** A part of an address as it is meant; undefined where it is not written as addresses are. */
function decoded(part: string): string | undefined {
  try {
    return decodeURIComponent(part)
  } catch {
    return undefined
  }
}

/** What the parts of an address in braces stand for on a page, or undefined where it is no such page. */
function partsOfAddress(pattern: string, address: string): Record<string, string> | undefined {
  const names: string[] = []
  const source = pattern
    .split(/(\{[^{}]*\})/)
    .map((piece) => {
      if (!/^\{.*\}$/.test(piece)) return literalPattern(piece)
      names.push(piece.slice(1, -1))
      return '([^/?#]+)'
    })
    .join('')
  const found = new RegExp(`^${source}/?$`).exec(address)
  const parts = found?.slice(1).map(decoded)
  if (!parts?.every((part) => part !== undefined)) return undefined
  return Object.fromEntries(names.map((name, i) => [name, parts[i]!]))
}

/** What is meant by a page of each kind, by the parts of its address. */
const nameIn: Record<Exclude<AddressKind, 'home'>, (parts: Record<string, string>) => LinkTarget> = {
  product: ({ slug, sku, language }) => ({ to: 'product', name: slug ?? sku!, language }),
  category: ({ category, language }) => ({ to: 'category', name: category!, language }),
  page: ({ page, language }) => ({ to: 'page', name: page!, language }),
  picture: ({ name }) => ({ to: 'file', name: name! }),
}

/** Where files of the library are sent from. */
const mediaPath = /^\/delivery\/media\/([^?#]+)/

/**
 * What a link leads to on a page of a storefront whose pages have these addresses. A path without a site is one of the
 * shop's own site; where nobody says where that is, it cannot be looked up.
 */
export function targetOf(href: string, addresses: PageAddresses | null): LinkTarget {
  if (href.startsWith('#')) return { to: 'part', name: href.slice(1) }
  const file = mediaPath.exec(href)?.[1]
  if (file !== undefined) return { to: 'file', name: decoded(file) ?? file }
  const site = addresses === null ? undefined : originOfPages(addresses)
  if (!URL.canParse(href, site)) return { to: 'nothing' }
  const url = new URL(href, site)
  if (url.protocol !== 'https:' && url.protocol !== 'http:') return { to: 'nothing' }
  return (addresses && url.origin === site && targetInside(url, addresses)) || outside(url)
}

/** What an address of a storefront's own site leads to, where it is that of a page or file. */
function targetInside(url: URL, addresses: PageAddresses): LinkTarget | undefined {
  for (const kind of Object.keys(nameIn) as (keyof typeof nameIn)[]) {
    const search = addresses[kind].includes('?') ? url.search : ''
    const parts = partsOfAddress(addresses[kind], url.origin + url.pathname + search)
    if (parts) return nameIn[kind](parts)
  }
  return undefined
}

function outside(url: URL): LinkTarget {
  const address = new URL(url)
  address.hash = ''
  return { to: 'outside', address: address.href }
}

/** How an address outside answered when it was asked last. */
export interface OutsideAnswer {
  /** The status of HTTP; null where nobody answered. */
  status: number | null
  /** Why nobody answered, in words. */
  problem: string | null
  /** How many times in a row it was not there, this one included. */
  failures: number
}

/** What is away for a moment is not broken: so many times in a row make it so. */
const brokenAfter = 2

/** Whether an answer says that what was asked for is not there; one that only keeps programs out does not. */
export const isMissing = (status: number | null): boolean =>
  status === null || status === 404 || status === 410 || status >= 500

/** What is wrong with a link to another site, in words; null where nothing is, or that is not known yet. */
export function outsideProblem({ status, problem, failures }: OutsideAnswer): string | null {
  if (!isMissing(status)) return null
  // Who says that it is gone means it.
  if (status === 410 || failures >= brokenAfter)
    return status === null ? (problem ?? 'It does not answer.') : `It answers with the status ${status}.`
  return null
}
