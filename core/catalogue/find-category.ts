import { fold } from '../text/fold'
import { categoryPath, type Setup } from './model'

/** A category that fits what is typed. */
export interface CategoryMatch {
  code: string
  /** The codes from the top down to it. */
  path: string[]
}

/**
 * Categories that fit what is typed, the deepest first among those that fit as well: each word begins a word of the
 * path's names, in any language, and the last step of the path has at least one of them.
 */
export function matchCategories(typed: string, setup: Pick<Setup, 'categories'>, limit = 12): CategoryMatch[] {
  const words = fold(typed)
    .split(/[\s>›/]+/)
    .filter((w) => w !== '')
  const begins = (code: string, word: string) =>
    [code, ...Object.values(setup.categories.get(code)!.names)].some((n) =>
      fold(n)
        .split(/[\s\-/]+/)
        .some((part) => part.startsWith(word)),
    )
  const out: (CategoryMatch & { score: number })[] = []
  for (const code of setup.categories.keys()) {
    const path = categoryPath(setup, code)
    const own = words.filter((w) => begins(code, w)).length
    if (words.length > 0 && (own === 0 || !words.every((w) => path.some((c) => begins(c, w))))) continue
    out.push({ code, path: path.reverse(), score: own * 100 + path.length })
  }
  return out
    .sort((a, b) => b.score - a.score)
    .slice(0, limit)
    .map(({ code, path }) => ({ code, path }))
}
