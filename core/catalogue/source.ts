import { same, type Difference } from './patch'

/** Where the statement about a value comes from. */
export const sourceNames = ['data-pool'] as const
export type SourceName = (typeof sourceNames)[number]

/**
 * What an outside source says of a value or field of a product. It is kept whether the product says the same, because
 * it was taken over, or has a value of its own, with the reason.
 */
export interface ValueSource {
  source: SourceName
  /** Which record of the source says so: an item by its GTIN. */
  item: string
  /** What the source calls it. */
  property: string
  /** What it says of it, as a value of the product. */
  value: unknown
  /** The day of the source's record. */
  updated: string
  /** When it was taken over, or kept apart. */
  at: string
  /** Why the product says something else; null while nobody has given one. */
  reason: string | null
}

/**
 * How a product stands to what a source says: `taken` it is the same, `own` another with its reason, `unexplained`
 * another without one.
 */
export type Standing = 'taken' | 'own' | 'unexplained'

/** How a value stands to what its source says. */
export function standingOf(value: unknown, source: ValueSource): Standing {
  if (same(value, source.value)) return 'taken'
  return source.reason === null ? 'unexplained' : 'own'
}

const prefix = 'source:'

/** A change of what a source says of a path, as it stands in a history. */
export function sourceDifference(path: string, before: ValueSource | null, after: ValueSource | null): Difference {
  return { path: prefix + path, before, after }
}

/** The path that a difference speaks of, where it is one of a source. */
export function sourcePath(d: Difference): string | undefined {
  return d.path.startsWith(prefix) ? d.path.slice(prefix.length) : undefined
}

/**
 * What takes the differences of sources back: those of `paths`, or all. What has changed again since stays, and is
 * named.
 */
export function undoSources(
  now: ReadonlyMap<string, ValueSource>,
  differences: readonly Difference[],
  paths: readonly string[] | null,
): { changes: Difference[]; skipped: string[] } {
  const changes: Difference[] = []
  const skipped: string[] = []
  for (const d of differences) {
    const path = sourcePath(d)
    if (path === undefined || (paths !== null && !paths.includes(path))) continue
    const current = now.get(path) ?? null
    if (same(current, d.after)) changes.push({ path: d.path, before: current, after: d.before })
    else skipped.push(d.path)
  }
  return { changes, skipped }
}
