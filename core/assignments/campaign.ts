import { holdsAt } from '../moments/instant'
import { localWords } from '../moments/words'

/** A named stretch of time in some storefronts, to which assignments belong. */
export interface Campaign {
  code: string
  name: string
  note: string
  /** Where it runs; an empty list means everywhere. */
  storefronts: string[]
  /** Local date-times in each storefront's zone; null is an open end. */
  from: string | null
  to: string | null
}

/** The campaigns that run in a storefront at an instant, by code. */
export function runningCampaigns(
  campaigns: Iterable<Campaign>,
  storefront: string,
  timeZone: string,
  moment: number,
): string[] {
  return [...campaigns]
    .filter((c) => campaignThatRests(c, storefront, timeZone, moment) === undefined)
    .map((c) => c.code)
}

/** Why a campaign does not run in a storefront at an instant, in words; undefined where it does. */
export function campaignThatRests(
  campaign: Campaign | undefined,
  storefront: string,
  timeZone: string,
  moment: number,
): string | undefined {
  if (!campaign) return 'its campaign does not exist'
  if (campaign.storefronts.length > 0 && !campaign.storefronts.includes(storefront))
    return `only in the campaign “${campaign.name}”, which does not run here`
  if (holdsAt(campaign, timeZone, moment)) return undefined
  return campaign.from !== null && !holdsAt({ from: campaign.from }, timeZone, moment)
    ? `only in the campaign “${campaign.name}”, from ${localWords(campaign.from)}`
    : `only in the campaign “${campaign.name}”, until ${localWords(campaign.to ?? '')}`
}
