import { groupBy } from '../lists/group-by'
import type { PageChange } from './compare'
import type { ReleasedDocument, ReleasedPart } from './document'

/** A change of a record in the history: what it was and what it became; null where there was none, or is none. */
export interface RecordChange {
  /** The number of the step that it belongs to. */
  step: number
  /** When, in milliseconds since 1970. */
  at: number
  /** The kind of the record, as `pieces` or `assignments`. */
  kind: string
  code: string
  before: unknown
  after: unknown
}

/** A page of a release, as its causes are looked for. */
export interface ChangedPage {
  kind: ReleasedDocument['kind']
  /** Under which it is kept: of a product its SKU. */
  key: string
  storefront: string
  type: string | null
  category: string | null
  changes: readonly PageChange[]
  before: ReleasedDocument | null
  after: ReleasedDocument | null
  /** Only what was changed after this moment can be a cause, in milliseconds since 1970. */
  since: number
}

/** What an assignment puts on pages, and in which campaign. */
interface Assigned {
  pieces: readonly string[]
  sets: readonly string[]
  limits: { campaign: string | null }
}

/** What is looked at of a page. */
interface Looked {
  page: ChangedPage
  /** The pieces and questions that came, changed, moved or went. */
  pieces: ReadonlySet<string>
  /** Whether anything changed that is made of the product's own values. */
  hasValues: boolean
  /** Whether questions came, changed or went. */
  hasQuestions: boolean
  /** Both states as text, in which names of pictures and files are found; written out when it is first asked for. */
  text(): string
}

/** Whether a change of a record of one kind can have changed a page. */
type Touches = (change: RecordChange, looked: Looked, assigned: readonly Assigned[]) => boolean

const assignedIn = (record: unknown): Assigned[] => (record === null ? [] : [record as Assigned])

const brings = ({ pieces, sets }: Assigned, looked: Looked): boolean =>
  pieces.some((piece) => looked.pieces.has(piece)) || (sets.length > 0 && looked.hasQuestions)

const isProduct = ({ page }: Looked): boolean => page.kind === 'product'

/**
 * How records of a kind can have changed a page; kinds that are not named never do. It is judged by what is on the page,
 * so that some are named which touched the page in vain, and none is left out for being far away.
 */
const touches: Record<string, Touches> = {
  storefronts: ({ code }, { page }) => code === page.storefront,
  'product-types': ({ code }, { page }) => code === page.type,
  categories: ({ code }, { page }) => page.kind === 'categories' || code === page.category,
  attributes: (_, looked) => isProduct(looked) && looked.hasValues,
  pieces: ({ code }, looked) => looked.pieces.has(code),
  'block-kinds': (_, looked) => looked.pieces.size > 0,
  'composed-pages': ({ code }, { page }) => page.kind === 'composed' && code === page.key,
  'question-sets': (_, looked) => looked.hasQuestions,
  assignments: ({ before, after }, looked) =>
    [...assignedIn(before), ...assignedIn(after)].some((one) => brings(one, looked)),
  'named-rules': (_, looked) => looked.pieces.size > 0,
  campaigns: ({ code }, looked, assigned) =>
    looked.page.kind === 'composed' || assigned.some((one) => one.limits.campaign === code && brings(one, looked)),
  media: ({ code }, looked) => looked.text().includes(`"${code}"`),
}

/** The kinds of records whose changes can be causes. */
export const causingKinds: readonly string[] = Object.keys(touches)

const builtIn = 'built-in'

function partsOf(document: ReleasedDocument | null): ReleasedPart[] {
  return document?.kind === 'product' ? document.areas.flatMap(({ parts }) => parts) : []
}

function lookedAt(page: ChangedPage): Looked {
  const { changes, before, after } = page
  const changed = new Set(changes.filter((c) => c.area !== '').map((c) => c.of))
  const parts = [...partsOf(before), ...partsOf(after)].filter((part) => changed.has(part.piece))
  const questions = parts.flatMap((part) => part.questions ?? [])
  let text: string | undefined
  return {
    page,
    pieces: new Set([...changed, ...questions.map((q) => q.piece)]),
    hasValues: changes.some((c) => c.area === '') || parts.some((part) => part.kind === builtIn),
    hasQuestions: questions.length > 0,
    text: () => (text ??= JSON.stringify([before, after])),
  }
}

/** So many causes of one page are kept: the latest. */
export const mostCauses = 20

/**
 * Finds among the changes of records those that can have changed a page. `assigned` is what assignments put on pages
 * now.
 */
export function causeFinder(
  changes: readonly RecordChange[],
  assigned: readonly Assigned[],
): (page: ChangedPage) => number[] {
  const byKind = groupBy(changes, (change) => change.kind)
  return (page) => {
    const looked = lookedAt(page)
    const found: RecordChange[] = []
    for (const [kind, list] of byKind) {
      const touched = touches[kind]
      if (touched === undefined) continue
      found.push(...list.filter((change) => change.at > page.since && touched(change, looked, assigned)))
    }
    return [...new Set(found.sort((a, b) => b.step - a.step).map((change) => change.step))]
  }
}
