import type { DecisionBody, DecisionReport } from '@contracts/drafting'
import type { Value } from '@core/attributes/attribute'
import { checkedValue } from '@core/attributes/checked-value'
import { attributeTypes } from '@core/attributes/types/registry'
import { ValueProblem } from '@core/attributes/types/shape'
import { same } from '@core/catalogue/patch'
import { languageName } from '@core/language/names'
import { byPerson } from '@core/translation/state'
import { inTransaction, type Tx } from '../../db/connect'
import { loadFamilies, lockFamilies, markKey, type StoredFamily, type StoredProduct } from '../../db/queries/families'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { slugOwners, slugTaken } from '../../db/queries/search-keys'
import { lockSuggestions, markDecided, type StoredSuggestion } from '../../db/queries/suggestions'
import { beginStep, WriteSet } from '../../db/queries/write-products'
import { changeFamily, writeFamilies } from '../bulk/bulk-change'
import { may } from '../people/permission'
import type { Person } from '@contracts/people'
import { Problem } from '../problem'
import { getRecord, putRecord } from '../records/records'

/** So many suggestions are decided in one transaction and step. */
const atOnce = 500
const failuresShown = 100

interface Decision {
  do: 'accept' | 'refuse' | 'reopen'
  value?: Value
  now?: Value | null
}
interface Decided {
  id: number
  state: 'accepted' | 'edited' | 'refused' | 'open'
  value: Value | null
}
interface Acceptance {
  suggestion: StoredSuggestion
  value: Value | null
  edited: boolean
  /** Whether it takes an acceptance back: what stood there before stands there again. */
  back?: boolean
}

/** Decides suggestions, one by one or all that a filter finds; what cannot be accepted is named and stays open. */
export async function decide(person: Person, body: DecisionBody, now: number): Promise<DecisionReport> {
  const report: DecisionReport = { accepted: 0, refused: 0, reopened: 0, failed: [], failedCount: 0, step: null }
  if (body.decisions) {
    const by = new Map(body.decisions.map((d) => [d.id, d]))
    const met = await decideSome(person, { ids: [...by.keys()] }, (s) => by.get(Number(s.id))!, now, report)
    for (const id of by.keys()) if (!met.includes(id)) fail(report, id, 'There is no such suggestion any more.')
    return report
  }
  const { do: what, ...filter } = body.all!
  // What is outdated is looked at one by one.
  const which = {
    filter: { ...filter, state: 'open' as const, ...(what === 'accept' ? { outdated: false } : {}) },
    personId: person.id,
    most: atOnce,
  }
  for (let before = -1; before < report.accepted + report.refused;) {
    before = report.accepted + report.refused
    report.failed = []
    report.failedCount = 0
    await decideSome(person, which, () => ({ do: what }), now, report)
  }
  return report
}

function fail(report: DecisionReport, id: number, message: string) {
  report.failedCount++
  if (report.failed.length < failuresShown) report.failed.push({ id, message })
}

/** Decides some suggestions in one step. Returns the numbers of those that there are. */
async function decideSome(
  person: Person,
  which: Parameters<typeof lockSuggestions>[1],
  decisionOf: (s: StoredSuggestion) => Decision,
  now: number,
  report: DecisionReport,
): Promise<number[]> {
  const pictures: Acceptance[] = []
  const met = await inTransaction(async (tx) => {
    const setup = await loadSetup(tx.db)
    const list = await lockSuggestions(tx, which)
    const decided: Decided[] = []
    const accepted: Acceptance[] = []
    const places = new Set<string>()
    const slugs = await slugsTaken(tx, list, decisionOf, setup)
    for (const s of list) {
      const d = decisionOf(s)
      const why = whyNot(person, s, d, setup, places) ?? (d.do === 'accept' ? slugs.get(s) : undefined)
      if (why !== undefined) fail(report, Number(s.id), why)
      else if (d.do === 'reopen' && s.state !== 'refused')
        accepted.push({ suggestion: s, value: s.base, edited: false, back: true })
      else if (d.do !== 'accept')
        decided.push({ id: Number(s.id), state: d.do === 'refuse' ? 'refused' : 'open', value: null })
      else
        (s.picture === null ? accepted : pictures).push({
          suggestion: s,
          value: d.value ?? s.value,
          edited: d.value !== undefined && !same(d.value, s.value),
        })
    }
    report.refused += decided.filter((d) => d.state === 'refused').length
    report.reopened += decided.filter((d) => d.state === 'open').length
    if (accepted.length > 0) decided.push(...(await write(tx, accepted, person, setup, now, report)))
    await markDecided(tx, decided, person.id, now)
    return list.map((s) => Number(s.id))
  })
  for (const p of pictures) await describe(person, p, now, report)
  return met
}

/** Of suggested slugs that are to be accepted: which are another product's by now, or another's in this very step. */
async function slugsTaken(
  tx: Tx,
  list: readonly StoredSuggestion[],
  decisionOf: (s: StoredSuggestion) => Decision,
  setup: StoredSetup,
): Promise<Map<StoredSuggestion, string>> {
  const some = list.filter((s) => s.attribute === 'slug' && decisionOf(s).do === 'accept')
  const wanted = some.map((s) => ({
    product: s.product_id,
    storefront: s.storefront === '' ? 0 : (setup.storefrontIds.get(s.storefront) ?? 0),
    language: s.language,
    slug: String(decisionOf(s).value ?? s.value),
  }))
  const owners = await slugOwners(tx.db, wanted)
  const out = new Map<StoredSuggestion, string>()
  const first = new Map<string, number>()
  some.forEach((s, i) => {
    const { language, slug } = wanted[i]!
    const owner = owners.get(i)
    if (owner !== undefined) out.set(s, slugTaken(slug, owner))
    else if (first.has(`${language} ${slug}`)) out.set(s, `Another product gets the slug “${slug}” with it.`)
    else first.set(`${language} ${slug}`, i)
  })
  return out
}

/** Why a decision cannot be carried out, in a sentence; undefined where it can. */
function whyNot(
  person: Person,
  s: StoredSuggestion,
  d: Decision,
  setup: StoredSetup,
  places: Set<string>,
): string | undefined {
  if (d.do === 'reopen') {
    if (s.state === 'open' || s.state === 'replaced')
      return s.state === 'open' ? 'It is already open.' : 'A later run has replaced it.'
    if (s.state !== 'refused' && (s.picture !== null || !same(s.now, s.decided ?? s.value)))
      return s.picture === null
        ? 'The accepted value has been changed since.'
        : 'Undo it in the history of the picture.'
  } else if (s.state !== 'open')
    return s.state === 'replaced' ? 'A later run has replaced it.' : 'It has already been decided.'
  const translation = s.language !== '' && s.language !== setup.source && s.picture === null
  if (!may(person, 'edit-products') && !(translation && may(person, 'translate', s.language)))
    return `${person.name} cannot decide about ${s.language === '' ? 'products' : `texts in ${languageName(s.language)}`}.`
  if (d.do !== 'accept') return undefined
  if ('now' in d) {
    if (!same(d.now ?? null, s.now)) return 'The text was changed by somebody else meanwhile. Check it again.'
  } else if (s.moved || s.changed.length > 0)
    return s.moved
      ? 'The value has changed since this was suggested. Check it, and accept it on its own.'
      : `It was based on ${s.changed.join(', ')}, which has changed since. Check it, and accept it on its own.`
  const place = JSON.stringify([s.product_id, s.picture, s.attribute, s.storefront, s.language])
  if (places.has(place)) return 'Another suggestion for the same place was accepted with it.'
  if (s.picture === null) {
    const attribute = setup.attributes.get(s.attribute)
    if (!attribute) return `There is no attribute “${s.attribute}” any more.`
    try {
      checkedValue(d.value ?? s.value, attribute, s.language || null)
    } catch (e) {
      if (e instanceof ValueProblem) return e.message
      throw e
    }
  } else if (typeof (d.value ?? s.value) !== 'string') return 'The text of a picture is one line.'
  places.add(place)
  return undefined
}

/** What a step of acceptances is called in the history. */
function titleOf(list: readonly Acceptance[], setup: StoredSetup): string {
  const [{ suggestion: s }] = list as [Acceptance]
  if (list.every((a) => a.back))
    return list.length > 1 ? `Undid ${list.length} accepted suggestions` : 'Undid an accepted suggestion'
  if (list.length > 1) return `Accepted ${list.length} suggestions`
  const label = setup.attributes.get(s.attribute)?.labels[setup.source] ?? s.attribute
  return (
    `Accepted ${list[0]!.edited ? 'an edited suggestion' : 'a suggestion'}: ` +
    `${label}${s.language === '' ? '' : ` in ${languageName(s.language)}`}`
  )
}

/** Puts accepted values into their products, as one step. A translation that a person has read is reviewed. */
async function write(
  tx: Tx,
  list: readonly Acceptance[],
  person: Person,
  setup: StoredSetup,
  now: number,
  report: DecisionReport,
): Promise<Decided[]> {
  const roots = [...new Set(list.map((a) => a.suggestion.root_id))]
  await lockFamilies(tx, roots)
  const families = await loadFamilies(tx.db, setup, roots)
  const step = await beginStep(tx, titleOf(list, setup), person.id, now)
  const set = new WriteSet(setup, step)
  const changedFamilies: StoredFamily[] = []
  const decided: Decided[] = []
  for (const root of roots) {
    const family = families.get(root)
    const mine = list.filter((a) => a.suggestion.root_id === root)
    if (!family) {
      mine.forEach((a) => fail(report, Number(a.suggestion.id), 'Its product has been deleted.'))
      continue
    }
    const members = [family.root, ...family.variants]
    const changes = members.flatMap((product: StoredProduct) => {
      const here = mine.filter((a) => a.suggestion.product_id === product.id)
      if (here.length === 0) return []
      const values = here.map(({ suggestion: s, value }) => ({
        attribute: s.attribute,
        storefront: s.storefront || null,
        language: s.language || null,
        value: value === null ? null : checkedValue(value, setup.attributes.get(s.attribute)!, s.language || null),
      }))
      const marks = new Map(
        values
          .filter(
            (v) =>
              v.value !== null &&
              v.language !== null &&
              v.language !== setup.source &&
              attributeTypes[setup.attributes.get(v.attribute)!.type].isText,
          )
          .map((v) => [markKey(v), byPerson('reviewed')]),
      )
      return [{ product, patch: { fields: {}, values, basePrices: [] }, marks }]
    })
    if (changeFamily(family, changes, set, setup, now) > 0) changedFamilies.push(family)
    decided.push(
      ...mine.map((a): Decided => ({
        id: Number(a.suggestion.id),
        state: a.back ? 'open' : a.edited ? 'edited' : 'accepted',
        value: a.edited ? a.value : null,
      })),
    )
  }
  await writeFamilies(tx, set, changedFamilies)
  report.step = step
  const back = decided.filter((d) => d.state === 'open').length
  report.accepted += decided.length - back
  report.reopened += back
  return decided
}

/** Puts an accepted text to its picture, as a step of its own. */
async function describe(
  person: Person,
  { suggestion: s, value, edited }: Acceptance,
  now: number,
  report: DecisionReport,
): Promise<void> {
  try {
    const { record, tag } = await getRecord('media', s.picture!)
    const item = record as unknown as { code: string; labels: Record<string, string> }
    await putRecord(
      person,
      'media',
      s.picture!,
      { ...item, labels: { ...item.labels, [s.language]: String(value) } },
      { ifMatch: tag },
      now,
    )
    await inTransaction((tx) =>
      markDecided(
        tx,
        [{ id: Number(s.id), state: edited ? 'edited' : 'accepted', value: edited ? value : null }],
        person.id,
        now,
      ),
    )
    report.accepted++
  } catch (e) {
    if (!(e instanceof Problem)) throw e
    fail(report, Number(s.id), e.message)
  }
}
