import { same } from '../catalogue/patch'

type Plain = Record<string, unknown>
interface Scoped {
  storefront: string | null
  language: string
}

const isScoped = (list: unknown): list is Scoped[] =>
  Array.isArray(list) && list.length > 0 && list.every((x) => typeof x === 'object' && x !== null && 'language' in x)

/** A record taken apart into what can be put back by itself: its fields, and of a list of texts each scope. */
function parts(record: Plain): Map<string, unknown> {
  const out = new Map<string, unknown>()
  for (const [key, value] of Object.entries(record)) {
    if (key === 'texts' && isScoped(value))
      for (const text of value) out.set(`texts@${text.storefront ?? ''}/${text.language}`, text)
    else if (key !== 'texts') out.set(key, value)
  }
  return out
}

/**
 * A record with one change of it taken back. What has changed again since is left alone and named in `skipped`;
 * `code` and `number` never change.
 */
export function undoneRecord<R extends { code: string }>(
  current: R,
  before: R,
  after: R,
): { record: R; skipped: string[] } {
  const [now, old, made] = [
    parts(current as unknown as Plain),
    parts(before as unknown as Plain),
    parts(after as unknown as Plain),
  ]
  const skipped: string[] = []
  for (const key of new Set([...old.keys(), ...made.keys()])) {
    if (key === 'code' || key === 'number' || same(old.get(key), made.get(key))) continue
    if (!same(now.get(key), made.get(key))) skipped.push(key)
    else if (old.has(key)) now.set(key, old.get(key))
    else now.delete(key)
  }
  const record: Plain = {}
  const texts: unknown[] = []
  for (const [key, value] of now) {
    if (key.startsWith('texts@')) texts.push(value)
    else record[key] = value
  }
  if ('texts' in current) record.texts = texts
  return { record: record as unknown as R, skipped }
}

/** What differs between two states of a record, part by part. */
export function recordDifferences(
  before: object | null,
  after: object | null,
): { path: string; before: unknown; after: unknown }[] {
  const [old, made] = [parts((before ?? {}) as Plain), parts((after ?? {}) as Plain)]
  return [...new Set([...old.keys(), ...made.keys()])]
    .filter((k) => !same(old.get(k) ?? null, made.get(k) ?? null))
    .map((path) => ({ path, before: old.get(path) ?? null, after: made.get(path) ?? null }))
}
