import { noLimits } from '@core/assignments/limits'
import type { AnySection, ComposedPage } from '@core/composed/page'
import { sectionKinds, type SectionKindName } from '@core/composed/sections/registry'
import { codeOfName } from '@core/text/code'

/** A page that is begun. */
export const blankPage = (): ComposedPage => ({
  code: '',
  name: '',
  note: '',
  use: 'landing',
  resting: false,
  limits: noLimits(),
  titles: {},
  slugs: {},
  searchTitles: {},
  searchDescriptions: {},
  afterwards: null,
  sections: [],
})

/** A new section of a kind, under a code that its page has not. */
export function newSection(kind: SectionKindName, sections: readonly AnySection[]): AnySection {
  const taken = new Set(sections.map((section) => section.code))
  const codes = [codeOfName(sectionKinds[kind].name, kind)]
  while (taken.has(codes.at(-1)!)) codes.push(`${codes[0]}-${codes.length + 1}`)
  const { blank } = sectionKinds[kind]
  return { code: codes.at(-1)!, kind, limits: noLimits(), texts: {}, holds: blank() } as AnySection
}

/** What a section is called in the outline: its first text in a language, or in any. */
export function sectionTitle({ kind, texts }: AnySection, language: string): string {
  const [first] = Object.keys(sectionKinds[kind].texts)
  const labels = texts[first!] ?? {}
  return labels[language] || Object.values(labels).find((text) => text !== '') || ''
}
