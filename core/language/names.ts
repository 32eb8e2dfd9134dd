let names: Intl.DisplayNames | undefined

/** A language's name in English, by CLDR: “French (Switzerland)”; the tag itself where it is none. */
export function languageName(tag: string): string {
  names ??= new Intl.DisplayNames('en-GB', { type: 'language', languageDisplay: 'standard' })
  try {
    return names.of(tag) ?? tag
  } catch {
    return tag
  }
}
