import { languageName } from '../language/names'
import { holdsAt, type LocalWindow } from '../moments/instant'
import { localWords, windowWords } from '../moments/words'
import { campaignThatRests, type Campaign } from './campaign'

/** Where and when something holds. An empty list means all; no window means always. */
export interface Limits {
  storefronts: string[]
  languages: string[]
  groups: string[]
  from: string | null
  to: string | null
  /** The campaign that it belongs to, in which alone it holds; null is none. */
  campaign: string | null
}

export const noLimits = (): Limits => ({
  storefronts: [],
  languages: [],
  groups: [],
  from: null,
  to: null,
  campaign: null,
})

/** Whether limits keep something from holding anywhere or at any time. */
export function isLimited(l: Limits): boolean {
  return (
    l.storefronts.length > 0 ||
    l.languages.length > 0 ||
    l.groups.length > 0 ||
    l.from !== null ||
    l.to !== null ||
    l.campaign !== null
  )
}

/** The storefronts in which something can hold at all: those that its limits name, and in which its campaign runs. */
export function storefrontsOf(
  limits: Limits,
  all: Iterable<string>,
  campaigns: ReadonlyMap<string, Campaign>,
): string[] {
  const ran = limits.campaign === null ? [] : (campaigns.get(limits.campaign)?.storefronts ?? [])
  return [...all].filter(
    (s) => (limits.storefronts.length === 0 || limits.storefronts.includes(s)) && (ran.length === 0 || ran.includes(s)),
  )
}

/** The windows in which limits hold: their own, and that of their campaign. */
export function windowsOf(limits: Limits, campaigns: ReadonlyMap<string, Campaign>): LocalWindow[] {
  const campaign = limits.campaign === null ? undefined : campaigns.get(limits.campaign)
  return campaign === undefined ? [limits] : [limits, campaign]
}

/** The lens: what a page is looked at through. */
export interface Lens {
  storefront: string
  language: string
  group: string | null
  /** Milliseconds since 1970. */
  moment: number
}

/** What limits name, for saying it by name. */
export interface LimitNames {
  storefronts: ReadonlyMap<string, { name: string }>
  groups: ReadonlyMap<string, { name: string }>
  campaigns: ReadonlyMap<string, Campaign>
}

const namesOf = (codes: readonly string[], known: ReadonlyMap<string, { name: string }>) =>
  codes.map((code) => known.get(code)?.name ?? code).join(', ')

/** Which limit keeps something from holding through a lens, in words; undefined where all let it pass. */
export function limitThatFails(
  limits: Limits,
  lens: Lens,
  timeZone: string,
  { storefronts, groups, campaigns }: LimitNames,
): string | undefined {
  if (limits.storefronts.length > 0 && !limits.storefronts.includes(lens.storefront))
    return `only in ${namesOf(limits.storefronts, storefronts)}`
  if (limits.languages.length > 0 && !limits.languages.includes(lens.language))
    return `only in ${limits.languages.map(languageName).join(', ')}`
  if (limits.groups.length > 0 && (lens.group === null || !limits.groups.includes(lens.group)))
    return `only for ${namesOf(limits.groups, groups)}`
  if (!holdsAt(limits, timeZone, lens.moment)) {
    return limits.from && !holdsAt({ from: limits.from }, timeZone, lens.moment)
      ? `only from ${localWords(limits.from)}`
      : `only until ${localWords(limits.to ?? '')}`
  }
  return limits.campaign === null
    ? undefined
    : campaignThatRests(campaigns.get(limits.campaign), lens.storefront, timeZone, lens.moment)
}

/**
 * All limits in words, for reading: “Switzerland · French (Switzerland) · Workshop · from 27 Nov 2026”. Empty where there
 * are none.
 */
export function limitWords(limits: Limits, { storefronts, groups, campaigns }: LimitNames): string {
  return [
    namesOf(limits.storefronts, storefronts),
    limits.languages.map(languageName).join(', '),
    namesOf(limits.groups, groups),
    windowWords(limits),
    limits.campaign ? `in the campaign “${campaigns.get(limits.campaign)?.name ?? limits.campaign}”` : '',
  ]
    .filter((w) => w !== '')
    .join(' · ')
}
