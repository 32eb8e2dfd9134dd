import type { Storefront } from '@core/catalogue/model'
import { addressKinds, addressProblem } from '@core/catalogue/page-addresses'
import { factTexts, noLanguage } from '@core/catalogue/storefront-facts'
import { windowProblem } from '@core/moments/instant'
import { isKnownTag, tagProblem } from '@core/language/tag'
import { safeAddress } from '@core/richtext/clean'
import { normalForm } from '@core/richtext/normal-form'
import { readStorefront, writeStorefront } from '../../db/queries/set-up-records'
import { touchAllPages } from '../../db/queries/page-touches'
import type { StoredSetup } from '../../db/queries/setup'
import { refreshFactsOfType } from '../products/refresh-facts'
import { menuEntries, phrases, pluralCategories, storefrontPhrases } from '@core/page/phrases'
import { layoutProblems } from './layout-problems'
import { invalidateAll } from '../readiness/due'
import { type Problems, type RecordKind, differIn } from './kind'
import { storefrontLabels } from './storefront-labels'

/** What else of it product pages show; the menu stands beside them, colours and approvals concern no shopper. */
const onProductPages = ['name', 'carrierUnits', 'addresses', 'phrases'] as const

/** What is wrong with the addresses of its shop's pages. */
const addressProblems = ({ addresses, editions }: Storefront): Problems =>
  addressKinds.flatMap((kind) => {
    const message = addresses && addressProblem(kind, addresses[kind], editions.length)
    return message ? [{ path: `addresses.${kind}`, message }] : []
  })

/** What is wrong with the days in which nothing is released. */
function freezeProblems({ releasing: { frozen } }: Storefront): Problems {
  const message = frozen && windowProblem(frozen)
  return message ? [{ path: 'releasing.frozen', message }] : []
}

/**
 * Where a menu may lead: an address of the web, or a path of this site; nothing that only looks like one (`//host`,
 * `/\\host`).
 */
const isMenuAddress = (address: string) =>
  /^(https:\/\/|\/)\S+$/.test(address) && safeAddress(address, true) === address

export const storefronts: RecordKind<Storefront> = {
  name: 'storefront',
  stamp: 'setup',
  read: readStorefront,
  // Whoever looks after content looks after where it stands; languages, currency and zone are the administrator's.
  wholeTakes: {
    action: 'set-up',
    exceptFor: ['colour', 'facts', 'pages', 'phrases', 'addedPhrases', 'menu', 'layout'],
  },
  async check(given, before, setup, tx) {
    const record: Storefront = {
      ...given,
      facts: Object.fromEntries(
        Object.entries(given.facts).map(([name, texts]) => [name, factTexts(texts, setup.source)]),
      ),
      pages: given.pages.map((p) => ({
        ...p,
        bodies: Object.fromEntries(Object.entries(p.bodies).map(([l, html]) => [l, normalForm(html)])),
      })),
    }
    const problems: Problems = [
      ...(await layoutProblems(record, before, setup, tx)),
      ...menuProblems(record, setup),
      ...phraseProblems(record, setup),
      ...factProblems(record),
      ...addressProblems(record),
      ...freezeProblems(record),
    ]
    record.editions.forEach((e, i) =>
      [e.language, ...e.borrow].forEach((l) => {
        if (!isKnownTag(l)) problems.push({ path: `editions[${i}]`, message: tagProblem(l) })
      }),
    )
    try {
      new Intl.DateTimeFormat('en', { timeZone: record.timeZone })
    } catch {
      problems.push({ path: 'timeZone', message: `“${record.timeZone}” is not a time zone such as Europe/Zurich.` })
    }
    return { record, problems }
  },
  write: writeStorefront,
  async after(tx, record, before) {
    // A new storefront needs facts wherever storefronts differ, a new time zone new instants.
    if (!before || before.timeZone !== record.timeZone) await refreshFactsOfType(tx, null)
  },
  async invalidate(tx, changed) {
    if (differIn(changed, ['editions', 'timeZone', 'facts', 'pages', 'layout', 'currency'])) await invalidateAll(tx)
    else if (differIn(changed, onProductPages)) await touchAllPages(tx)
  },
  labels: storefrontLabels,
}

/** What a menu may lead to: categories and standing pages that there are, addresses of the web. */
function menuProblems(record: Storefront, setup: StoredSetup): Problems {
  const seen = new Set<string>()
  return [...menuEntries(record.menu)].flatMap(({ entry, above }): Problems => {
    const path = `menu.${[...above, entry].map((e) => e.code).join('.')}`
    const twice = seen.has(entry.code)
    seen.add(entry.code)
    const { to } = entry
    return [
      ...(twice ? [{ path, message: `The code “${entry.code}” is in the menu twice.` }] : []),
      ...(above.length > 3 ? [{ path, message: 'A menu is four levels deep at most.' }] : []),
      ...(to && 'category' in to && !setup.categories.has(to.category)
        ? [{ path, message: `There is no category “${to.category}”.` }]
        : []),
      ...(to && 'page' in to && !record.pages.some((p) => p.code === to.page)
        ? [{ path, message: `The storefront has no page “${to.page}”.` }]
        : []),
      ...(to && 'address' in to && !isMenuAddress(to.address)
        ? [{ path, message: `“${to.address}” is not an address such as https://tarnwheel.example or /sale.` }]
        : []),
      ...(!to && !entry.names[setup.source]
        ? [{ path, message: `An entry without a target needs a name in the source language, ${setup.source}.` }]
        : []),
    ]
  })
}

/** Facts are written in languages that there are. */
const factProblems = (record: Storefront): Problems =>
  Object.entries(record.facts).flatMap(([name, texts]) =>
    Object.keys(texts)
      .filter((language) => language !== noLanguage && !isKnownTag(language))
      .map((language) => ({ path: `facts.${name}.${language}`, message: tagProblem(language) })),
  )

/** Phrases that there are, in the plural forms that their language has. */
function phraseProblems(record: Storefront, setup: StoredSetup): Problems {
  const all = storefrontPhrases(record)
  const doubled = record.addedPhrases.flatMap(({ code }, i): Problems =>
    all.findIndex((p) => p.code === code) < phrases.length + i
      ? [{ path: `addedPhrases[${i}].code`, message: `There is a phrase “${code}” already.` }]
      : [],
  )
  const odd = Object.entries(record.phrases).flatMap(([code, texts]): Problems => {
    const known = all.find((p) => p.code === code)
    if (!known) return [{ path: `phrases.${code}`, message: `There is no phrase “${code}”.` }]
    return Object.entries(texts).flatMap(([language, forms]): Problems => {
      if (!isKnownTag(language)) return [{ path: `phrases.${code}.${language}`, message: tagProblem(language) }]
      const allowed = 'one' in known.source ? pluralCategories(language) : ['other']
      const odd = Object.keys(forms).filter((f) => !allowed.includes(f) && language !== setup.source)
      return odd.map((f) => ({
        path: `phrases.${code}.${language}.${f}`,
        message: `${language} has no form “${f}” here; it has ${allowed.join(', ')}.`,
      }))
    })
  })
  return [...doubled, ...odd]
}
