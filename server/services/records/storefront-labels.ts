import type { Storefront } from '@core/catalogue/model'
import { menuEntries, pluralCategories, storefrontPhrases } from '@core/page/phrases'
import { inLabels, type LabelText, type LabelTexts } from './label-texts'

/**
 * Forms of a phrase as a text of each plural category. What the source does not tell apart is made from its `other`.
 */
function phraseTexts(storefront: Storefront, source: string, language: string): LabelText[] {
  return storefrontPhrases(storefront).flatMap((p) => {
    const counted = 'one' in p.source
    const categories = counted ? pluralCategories(language) : ['other']
    return categories.map((category): LabelText => ({
      unit: counted ? `phrase:${p.code}:${category}` : `phrase:${p.code}`,
      label: `Phrase${counted ? ` (${category})` : ''}`,
      type: 'text',
      note: p.note,
      read: (l) => {
        const forms = storefront.phrases[p.code]?.[l] ?? (l === source ? p.source : undefined)
        return (l === source ? (forms?.[category] ?? forms?.other) : forms?.[category]) || undefined
      },
      write: (l, text) => {
        const forms = ((storefront.phrases[p.code] ??= {})[l] ??= {})
        if (text === '') delete forms[category]
        else forms[category] = text
        if (Object.keys(forms).length === 0) delete storefront.phrases[p.code]![l]
      },
    }))
  })
}

/** The texts by language of a storefront: parts of its pages, standing pages, menu, facts and phrases. */
export const storefrontLabels: LabelTexts<Storefront> = {
  prefix: 'storefront',
  title: (s) => s.name,
  texts: (s, source, language) => [
    ...s.layout.parts.map((p) =>
      inLabels(
        `part:${p.part}`,
        'Part of the page',
        p.titles,
        'The heading or the tab of a part that every product page has',
      ),
    ),
    ...s.pages.flatMap((p) => [
      inLabels(`page:${p.code}:title`, `Page “${p.name}”`, p.titles, 'The heading of a standing page'),
      inLabels(`page:${p.code}:body`, `Page “${p.name}”`, p.bodies, 'A standing page of the storefront', 'rich-text'),
    ]),
    ...[...menuEntries(s.menu)].map(({ entry, above }) =>
      inLabels(
        `menu:${entry.code}`,
        above.length === 0 ? 'Menu' : `Menu, under ${above.map((a) => a.names[source] ?? a.code).join(' › ')}`,
        entry.names,
        'In the shop’s menu',
      ),
    ),
    ...Object.entries(s.facts).map(([name, texts]) =>
      inLabels(`fact:${name}`, `Fact: ${name.replaceAll('-', ' ')}`, texts, 'Used inside texts of the storefront'),
    ),
    ...phraseTexts(s, source, language),
  ],
}
