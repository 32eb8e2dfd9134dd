let names: Intl.DisplayNames | undefined
const known = new Map<string, string>()

/** Tags come from people too: no more of them than this are kept. */
const mostKnown = 1000

function readName(tag: string): string {
  names ??= new Intl.DisplayNames('en-GB', { type: 'language', languageDisplay: 'standard' })
  try {
    return names.of(tag) ?? tag
  } catch {
    return tag
  }
}

/** A language's name in English, by CLDR: “French (Switzerland)”; the tag itself where it is none. */
export function languageName(tag: string): string {
  let name = known.get(tag)
  if (name === undefined) {
    name = readName(tag)
    if (known.size < mostKnown) known.set(tag, name)
  }
  return name
}
