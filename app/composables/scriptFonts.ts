import arabic from '@fontsource/noto-naskh-arabic/arabic-400.css?url'
import japanese from '@fontsource/noto-sans-jp/400.css?url'

const sheets: Record<string, string> = { ar: arabic, ja: japanese }

/**
 * The style sheets of fonts for scripts that the others do not have, as a language needs them. A browser fetches only
 * the parts of them that a page uses.
 */
export const scriptFonts = (language: string): string[] => {
  const sheet = sheets[new Intl.Locale(language).language]
  return sheet ? [sheet] : []
}

/** Has the fonts at hand that some languages need, for as long as the component is there. */
export function useScriptFonts(languages: () => readonly string[]) {
  const needed = computed(() => [...new Set(languages().flatMap(scriptFonts))])
  useHead({ link: computed(() => needed.value.map((href) => ({ rel: 'stylesheet', href }))) })
}
