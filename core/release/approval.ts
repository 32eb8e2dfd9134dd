import { capitalised } from '../language/letters'
import type { LocalWindow } from '../moments/instant'

/** How a storefront wants to be released. */
export interface ReleaseRules {
  /** How many people other than whoever asks for it have to approve a release. */
  approvals: number
  /** For how long nothing is released, and why; null where nothing holds it. */
  frozen: (LocalWindow & { why: string }) | null
  /** How many of the releases that went live last are kept, to go back to; pinned ones are kept beside them. */
  keeps: number
}

export const plainReleaseRules: ReleaseRules = { approvals: 0, frozen: null, keeps: 50 }
export const mostApprovals = 2

export type Verdict = 'approved' | 'refused'

/** What somebody said of a release. */
export interface Approval {
  person: number
  verdict: Verdict
}

/** A release on its way to shoppers. */
export interface OnItsWay {
  state: 'draft' | 'waiting' | 'approved' | 'scheduled' | 'refused'
  approvals: readonly Approval[]
  /** The people whose release it is: who made it, and who asked for its approval. */
  of: readonly number[]
}

/** How many approvals a release has. */
export const approvalsOf = ({ approvals }: { approvals: readonly Pick<Approval, 'verdict'>[] }): number =>
  approvals.filter((a) => a.verdict === 'approved').length

/** Whether a release can go live as far as approval goes: nobody has to approve it, or enough people did. */
export const isApproved = (release: OnItsWay, needed: number): boolean =>
  needed === 0 ? release.state !== 'refused' : release.state !== 'draft' && approvalsOf(release) >= needed

/** How a release stands after everything that was said of it: one refusal is enough to stop it. */
export function stateAfter(release: OnItsWay, needed: number): OnItsWay['state'] {
  if (release.approvals.some((a) => a.verdict === 'refused')) return 'refused'
  return approvalsOf(release) >= needed ? 'approved' : 'waiting'
}

/** What somebody may want of a release on its way. */
export type ReleaseWish = 'submit' | 'judge' | 'schedule' | 'unschedule' | 'go-live'

const known: Record<ReleaseWish, (release: OnItsWay, needed: number, person: number) => string | undefined> = {
  submit({ state }, needed) {
    if (needed === 0) return 'This storefront needs no approval. Release it now, or schedule it.'
    return state === 'draft' ? undefined : 'Approval has been asked for already.'
  },
  judge({ state, of }, _, person) {
    if (of.includes(person)) return 'Whoever prepared a release cannot approve it. Ask somebody else.'
    return state === 'waiting' ? undefined : 'This release is not waiting for approval.'
  },
  schedule: (release, needed) => wantsApproval(release, needed),
  unschedule: ({ state }) => (state === 'scheduled' ? undefined : 'This release is not scheduled.'),
  'go-live': (release, needed) => wantsApproval(release, needed),
}

function wantsApproval(release: OnItsWay, needed: number): string | undefined {
  if (isApproved(release, needed)) return undefined
  if (release.state === 'refused') return 'This release has been rejected. Prepare it again.'
  const missing = needed - approvalsOf(release)
  const people = missing === 1 ? 'one more person has' : `${missing} more people have`
  return capitalised(`${people} to approve this release first.`)
}

/** Why somebody cannot have what they want of a release, in words; undefined where they can. */
export const refusal = (
  wish: ReleaseWish,
  release: OnItsWay,
  { needed, person }: { needed: number; person: number },
): string | undefined => known[wish](release, needed, person)
