import type { PastWork } from '@contracts/jobs'

/** Where the result of ended work is read again, by its kind. */
const reports: Record<string, string> = {
  import: '/catalogue/import',
  feed: '/catalogue/import',
  'picture-batch': '/catalogue/import',
  'bulk-change': '/catalogue/change',
  undo: '/catalogue/change',
  'same-texts': '/review/same-texts',
}

/** Kinds of work that suggest values, which are read in Review. */
const suggests: ReadonlySet<string> = new Set(['draft', 'pool-suggestions'])

/** Whether all that work of a kind brings is suggested values. */
export const suggestsValues = (kind: string): boolean => suggests.has(kind)

/** Whether work of a kind may bring suggested values: an import does where a person's values stand. */
export const maySuggestValues = (kind: string): boolean => suggestsValues(kind) || kind === 'import'

/** Where to go on with ended work: its report, or what it suggests; undefined where there is nothing more to see. */
export function reportOf({ id, kind, state }: Pick<PastWork, 'id' | 'kind' | 'state'>) {
  if (suggestsValues(kind)) return { label: 'Review', to: '/review/waiting' }
  const path = state === 'done' ? reports[kind] : undefined
  return path ? { label: 'Report', to: { path, query: { job: id } } } : undefined
}

/** What a piece of work counts; most count products. */
const units: Record<string, string> = {
  'same-texts': 'text',
  draft: 'page',
  import: 'row',
  feed: 'row',
  'picture-batch': 'row',
  pretranslate: 'record',
  'translation-effort': 'record',
  'translation-check': 'record',
  'translation-import': 'segment',
  'memory-import': 'pair',
}

/** A number of what work of a kind counts: “1,204 rows”. */
export const countedWork = (n: number, kind: string): string => countShown(n, units[kind] ?? 'product')
