import { formatWords, type Bounds, type HouseStyle, type StyleSettings } from '@core/house-style/style'

/** Bounds in words: “3 to 8”, “at most 200”. */
function boundsWords({ least, most }: Bounds): string {
  if (least !== null && most !== null) return `${least} to ${most}`
  return least !== null ? `at least ${least}` : `at most ${most ?? '∞'}`
}

/** What a part of the house style says, on one line. */
export function styleSentence(s: StyleSettings): string {
  const few = (list: readonly string[]) =>
    list.slice(0, 3).join(', ') + (list.length > 3 ? ` and ${list.length - 3} more` : '')
  return (
    [
      ...(s.characters ? [`${boundsWords(s.characters)} characters`] : []),
      ...(s.words ? [`${boundsWords(s.words)} words`] : []),
      ...(s.points ? [`${boundsWords(s.points)} key points`] : []),
      ...(s.pixels ? [`${boundsWords(s.pixels)} pixels in search results`] : []),
      ...(s.banned?.length ? [`banned: ${few(s.banned)}`] : []),
      ...(s.preferred?.length ? [`preferred: ${few(s.preferred.map((p) => p.use))}`] : []),
      ...(s.variantWords === false ? ['no variant words'] : s.variantWords ? ['variant words allowed'] : []),
      ...(s.without?.length ? [`without ${few(s.without.map((f) => formatWords[f]))}`] : []),
      ...(s.hosts ? [s.hosts.length ? `links only to ${few(s.hosts)}` : 'no links that lead away'] : []),
      ...(s.ease !== undefined ? [`reading ease from ${s.ease}`] : []),
      ...(s.voice ? ['notes on voice'] : []),
    ].join(' · ') || 'nothing yet'
  )
}

/** How special a part is, for its place in the list. */
export const specialness = (s: Pick<HouseStyle, 'field' | 'storefront' | 'language'>) =>
  Number(s.field !== null) * 4 + Number(s.storefront !== null) * 2 + Number(s.language !== null)
