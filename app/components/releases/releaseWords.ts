import type {
  ByWhom,
  LiveCheck,
  ReleaseCounts,
  ReleaseDocument,
  ReleasedChange,
  ReleasePageRow,
} from '@contracts/release'
import { localWords } from '@core/moments/words'
import type { HeadField, PageChange } from '@core/release/compare'

const states: Record<ReleaseDocument['state'], string> = {
  preparing: 'being prepared',
  draft: 'draft',
  waiting: 'waiting for approval',
  approved: 'approved',
  scheduled: 'scheduled',
  refused: 'rejected',
  live: 'live',
  past: 'past',
  failed: 'could not be prepared',
}

/** How a release stands, in a word or a few. */
export const stateWords = (state: ReleaseDocument['state']): string => states[state]

/** How a release stands, in words; of one that is scheduled, when it goes. */
export const releaseStateWords = ({ state, goes }: ReleaseDocument): string =>
  goes === null ? states[state] : `${states[state]} for ${localWords(goes.local)}`

/** What somebody said of a release. */
export const verdictWords: Record<ReleaseDocument['approvals'][number]['verdict'], string> = {
  approved: 'Approved',
  refused: 'Rejected',
}

/** When something was done, and by whom: “30 Nov 2026, 12:57, Maren Oddvik”. */
export const byWhomShown = ({ at, person }: ByWhom): string =>
  [whenShown(at), ...(person === null ? [] : [person])].join(', ')

/** What came of looking at a release after it had gone live. */
export const checkedWords = ({ at, asked, wrong }: LiveCheck): string =>
  wrong.length === 0
    ? `Checked ${whenShown(at)}: ${countShown(asked, 'page')} asked for, all as released.`
    : `Checked ${whenShown(at)}: ${countShown(asked, 'page')} asked for, ${numberShown(wrong.length)} not as released.`

/** Whether a page stays as it is live: it is left out, or held back and not released all the same. */
export const staysAsItIs = ({ held, anyway, leftOut }: ReleasePageRow): boolean =>
  leftOut !== null || isHeldBack({ held, anyway })

/** Whether a page is held back since it is not ready. */
export const isHeldBack = ({ held, anyway }: Pick<ReleasePageRow, 'held' | 'anyway'>): boolean =>
  held.length > 0 && anyway === null

/** What a release is called where its number or title names it. */
export const releaseName = ({ number, title }: ReleaseDocument): string =>
  number === null ? title : `Release ${numberShown(number)}`

const fieldWords: Record<HeadField | 'page' | 'text' | 'menu' | 'addresses', string> = {
  page: 'whole page',
  text: 'text',
  menu: 'menu',
  addresses: 'addresses of pages',
  name: 'name',
  slug: 'address',
  summary: 'summary',
  search: 'search texts',
  categories: 'category',
  brand: 'brand',
  price: 'price',
  availability: 'availability',
  pictures: 'pictures',
  layout: 'layout',
  related: 'related products',
  variants: 'variants',
  structured: 'structured data',
}

const isField = (of: string): of is keyof typeof fieldWords => of in fieldWords

/** What a change of a page is about: a part by its title, all else by its name. */
export const changeShown = ({ of, title, area }: PageChange): string =>
  area === '' && isField(of) ? fieldWords[of] : title

const partVerbs = ['added', 'changed', 'removed', 'moved'] as const satisfies readonly PageChange['what'][]

/** All that changes on a page in one line: “1 part added, 2 changed; price, summary”. */
export function changesLine(changes: readonly PageChange[]): string {
  const parts = changes.filter((c) => c.area !== '')
  const fields = changes.filter((c) => c.area === '' && c.of !== 'page').map(changeShown)
  const counted = partVerbs.flatMap((what) => {
    const n = parts.filter((c) => c.what === what).length
    return n === 0 ? [] : [`${countShown(n, 'part')} ${what}`]
  })
  return [...counted, ...fields].join(', ')
}

/** How pages of a release stand to what is live, with the words over their number. */
export const countWords: Record<keyof ReleaseCounts, string> = {
  added: 'added',
  changed: 'changed',
  removed: 'removed',
  held: 'held back',
  leftOut: 'left out',
  unchanged: 'unchanged',
}

/** How a page stands to what is live, as a filter and beside its name. */
export const pageChangeWords: Record<ReleasedChange | 'held' | 'left-out', string> = {
  added: 'added',
  changed: 'changed',
  removed: 'removed',
  held: 'held back',
  'left-out': 'left out',
}
