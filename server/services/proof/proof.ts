import type { ShownPrice } from '@contracts/proof'
import type { EffectivePrice } from '@core/prices/effective'
import { prepareAssignment } from '@core/assignments/assignment'
import { directionOf } from '@core/language/chain'
import { productDocument, type ReleasedProduct } from '@core/release/document'
import { assemblePage, type Page, type PageInput } from '@core/page/assemble'
import { layoutDifferences, pageDifferences } from '@core/page/differences'
import type { Layout } from '@core/page/layout'
import { pageMoments } from '@core/page/moments'
import { relatedWords, type Related } from '@core/page/relations'
import { writtenPrice } from '@core/page/written-price'
import { structuredData } from '@core/page/structured'
import { editionReader } from '@core/page/values'
import type { AssignmentRecord, PieceRecord } from '@contracts/records'
import { database } from '../../db/connect'
import { loadContent, ownPiecesOf } from '../../db/queries/content'
import { loadLibrary, namedBy } from '../../db/queries/media'
import { loadFamilyOf, type StoredFamily } from '../../db/queries/families'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { editionOrProblem } from '../products/products'
import { readRelated } from './related'
import { unreadOnPage } from './unread-on-page'
import { lensOf, ruleProblem } from '../reach/reach'

export interface ProofQuery {
  storefront: string
  language: string
  group?: string | null
  at?: string
}

/** Everything that the page of a product is put together from. */
async function inputOf(
  sku: string,
  q: ProofQuery,
  now: number,
): Promise<PageInput & { setup: StoredSetup; family: StoredFamily }> {
  const db = database()
  const setup = await loadSetup(db)
  editionOrProblem(setup, q.storefront, q.language)
  const lens = {
    ...lensOf(setup, { storefront: q.storefront, group: q.group ?? null, at: q.at }, now),
    language: q.language,
  }
  const family = await loadFamilyOf(db, setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  const { assignments, pieces, sets } = await loadContent(db, setup)
  const own = (await ownPiecesOf(db, setup, [family.root.sku])).get(family.root.sku) ?? []
  const library = await loadLibrary(db, namedBy([family], setup))
  const relatedTo = await readRelated(db, setup, [family])
  return {
    family,
    sku,
    lens,
    setup,
    assignments,
    pieces,
    sets,
    own,
    library,
    related: relatedTo(family, sku, editionReader(setup, q.storefront, q.language)),
  }
}

const orOpen = (moment: number) => (Number.isFinite(moment) ? moment : null)

/** A price as it is answered, where JSON knows no infinity. */
function shownPrice({ amount, because }: EffectivePrice): ShownPrice {
  if (because === 'base') return { amount, because }
  return { amount, because: { ...because, from: orOpen(because.from), to: orOpen(because.to) } }
}

/** A page as it is answered: prices and the words over related products written out. */
function answerOf(page: Page, input: PageInput & { family: StoredFamily }) {
  const {
    setup,
    lens: { storefront, language },
  } = input
  const {
    layout: { look, off },
    name,
  } = setup.storefronts.get(storefront)!
  const { price } = page.product
  const written = writtenPrice(page.product, language)
  return {
    product: {
      ...page.product,
      price: price && shownPrice(price),
      priceShown: written?.shown ?? null,
      basePriceShown: written?.instead ?? null,
    },
    storefront: name,
    direction: directionOf(language),
    look,
    off,
    layout: page.layout.map(({ area, name: called, as }) => ({ area, name: called, as })),
    areas: page.areas,
    related: Object.entries(input.related).map(([under, items]) => ({
      title: relatedWords(under as keyof Related, language),
      items,
    })),
    left_out: page.left_out,
    unread: unreadOnPage(page, input, input.family, editionReader(setup, storefront, language)),
    structured: structuredData(page, input),
  }
}

/** The page of a product through a lens, with the reason for each part and for each that is left out. */
export async function proof(sku: string, q: ProofQuery, now: number) {
  const input = await inputOf(sku, q, now)
  return answerOf(assemblePage(input), input)
}

/**
 * The page of a product through a lens as shoppers would get it from what is saved, and nothing else; null where they
 * would get none. Throws 404, 422.
 */
export async function savedPage(sku: string, q: ProofQuery, now: number): Promise<ReleasedProduct | null> {
  return productDocument(await inputOf(sku, q, now))
}

/**
 * What is being written, to see what it would do to a page: an assignment, a piece, a layout, each as it would be
 * saved.
 */
export interface Trial {
  assignment?: AssignmentRecord
  piece?: PieceRecord
  layout?: Layout
}

/** The page of a product as it would be with something saved, and what would change on it. */
export async function tryProof(sku: string, body: ProofQuery & Trial, now: number) {
  const input = await inputOf(sku, body, now)
  const trial = withTrial(input, body)
  const [before, after] = [assemblePage(input), assemblePage(trial)]
  const laidOut = (page: Page, { setup, lens }: PageInput) => ({
    areas: page.layout,
    look: setup.storefronts.get(lens.storefront)!.layout.look,
  })
  const changes = [
    ...layoutDifferences(laidOut(before, input), laidOut(after, trial)),
    ...pageDifferences(before, after),
  ]
  return { ...answerOf(after, trial), changes }
}

/**
 * The input of a page with what is tried instead of what is saved. Throws a 422 problem where a rule does not fit.
 */
export function withTrial<T extends PageInput>(input: T, { assignment, piece, layout }: Trial): T {
  let { assignments, pieces, own, setup }: PageInput = input
  try {
    if (assignment) {
      const saved = assignments.find((a) => a.code === assignment.code)
      // One that is new gets the next number when it is saved.
      const number = saved?.number ?? Math.max(0, ...assignments.map((a) => a.number)) + 1
      assignments = [...assignments.filter((a) => a !== saved), prepareAssignment({ ...assignment, number }, setup)]
    }
  } catch (e) {
    throw ruleProblem(e, 'assignment.reach.rule')
  }
  if (piece?.own) own = [...own.filter((p) => p.code !== piece.code), piece]
  else if (piece) pieces = new Map(pieces).set(piece.code, piece)
  if (layout)
    setup = {
      ...setup,
      storefronts: new Map(setup.storefronts).set(input.lens.storefront, {
        ...setup.storefronts.get(input.lens.storefront)!,
        layout,
      }),
    }
  return { ...input, assignments, pieces, own, setup }
}

/** When the page of a product will change in the days to come, and by what. */
export async function proofMoments(sku: string, q: ProofQuery & { days: number }, now: number) {
  const input = await inputOf(sku, q, now)
  const from = input.lens.moment
  return { from, to: from + q.days * 86_400_000, items: pageMoments(input, from, from + q.days * 86_400_000) }
}
