/** Colours for storefronts that have none of their own, in their order; after the last it begins again. */
const row = [
  '#7a2e4d',
  '#8a6d1d',
  '#b23a2e',
  '#4d4a8c',
  '#226d7a',
  '#9a4d14',
  '#5b6f2a',
  '#2c6b4f',
  '#6a3f77',
  '#3f6287',
  '#8c5a4a',
  '#5f5f5f',
]

/** The colour of a storefront's thread: its own, else by its place among all. */
export const threadColour = (colour: string, place: number): string => colour || row[place % row.length]!

/**
 * Gives each storefront's thread its colour, by the class `thread-` and its code. A style sheet that the page makes
 * itself: nothing but files may bring styles in otherwise.
 */
export function useThreads(): void {
  const setup = useSetupStore()
  const sheet = new CSSStyleSheet()
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
  watch(
    () => setup.storefronts.map((s, i) => `.thread-${s.code} { --t: ${threadColour(s.colour, i)}; }`),
    (rules) => sheet.replaceSync(rules.join('\n')),
    { immediate: true },
  )
  onScopeDispose(() => {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== sheet)
  })
}
