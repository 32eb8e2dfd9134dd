import type { ReleaseBeside, ReleaseDocument } from '@contracts/release'
import type { OnItsWay } from '@core/release/approval'
import { database, type Tx } from '../../db/connect'
import { jobsOf } from '../../db/queries/jobs'
import { namesOfPeople } from '../../db/queries/people'
import { approvalsOfReleases, type ApprovalRow } from '../../db/queries/release-approvals'
import { lockLivePointer, releaseById, releasesTogether, type ReleaseRow } from '../../db/queries/releases'
import { loadSetup } from '../../db/queries/setup'
import { notFound } from '../problem'
import { rowNumber } from '../row-number'

const ended = new Set(['failed', 'cancelled'])

/** Releases with how they stand: one whose job has ended without it could not be prepared. */
export async function standing(rows: readonly ReleaseRow[]): Promise<ReleaseRow[]> {
  const jobs = await jobsOf(rows.flatMap((r) => (r.state === 'preparing' ? (r.job ?? []) : [])))
  const stopped = new Set(jobs.filter((j) => ended.has(j.state)).map((j) => j.id))
  return rows.map((r) => (r.job !== null && stopped.has(r.job) ? { ...r, state: 'failed' } : r))
}

/** The people whose release it is: who made it, and who asked for its approval. */
const peopleOf = ({ madeBy, submittedBy }: ReleaseRow): number[] => [
  ...new Set([madeBy, submittedBy].filter((id) => id !== null)),
]

/** Releases as they are answered, with the names of the people. */
export async function documentsOf(stored: readonly ReleaseRow[]): Promise<ReleaseDocument[]> {
  const db = database()
  const rows = await standing(stored)
  const approvals = await approvalsOfReleases(
    db,
    rows.map((r) => r.id),
  )
  const { storefronts } = await loadSetup(db)
  const people = [...rows.flatMap((r) => [r.madeBy, r.liveBy, r.submittedBy]), ...peopleWhoSaid(approvals)]
  const names = await namesOfPeople(db, people)
  const nameOf = (id: number | null) => (id === null ? null : (names.get(id) ?? null))
  const beside = await standing(await releasesTogether(db, [...new Set(rows.flatMap((r) => r.together ?? []))]))
  const byWhom = (id: number | null, at: Date | null) =>
    at === null ? null : { person: nameOf(id), at: at.toISOString() }
  return rows.map((r) => ({
    id: r.id,
    storefront: r.storefront,
    number: r.number,
    state: r.state as ReleaseDocument['state'],
    title: r.title,
    scope: r.scope,
    base: r.base,
    backTo: r.backTo,
    counts: r.counts && { ...r.counts, leftOut: r.counts.leftOut ?? 0 },
    job: r.job,
    made: { person: nameOf(r.madeBy), at: r.made.toISOString() },
    live: byWhom(r.liveBy, r.live),
    of: peopleOf(r),
    submitted: byWhom(r.submittedBy, r.submitted),
    needed: storefronts.get(r.storefront)?.releasing.approvals ?? 0,
    approvals: (approvals.get(r.id) ?? []).map((a) => ({
      verdict: a.verdict,
      comment: a.comment,
      person: nameOf(a.personId),
      at: a.at.toISOString(),
    })),
    goes: r.goesLocal === null || r.goesAt === null ? null : { local: r.goesLocal, at: r.goesAt.toISOString() },
    together: beside.filter((o) => o.together === r.together && o.id !== r.id).map(besideOf),
    stopped: r.stopped,
    checked: r.checked,
    pinned: r.pinned,
    forgotten: r.forgotten === null ? null : r.forgotten.toISOString(),
  }))
}

const besideOf = ({ id, storefront, state, base, counts }: ReleaseRow): ReleaseBeside => ({
  ...{ id, storefront, state: state as ReleaseBeside['state'], base },
  counts: counts && { ...counts, leftOut: counts.leftOut ?? 0 },
})

const peopleWhoSaid = (approvals: ReadonlyMap<number, ApprovalRow[]>): number[] =>
  [...approvals.values()].flat().map((a) => a.personId)

/** A release by its id, as it is stored. Throws 404. */
export async function storedRelease(id: string): Promise<ReleaseRow> {
  const row = await releaseById(database(), rowNumber(id))
  if (!row) throw notFound(`release with the id ${id}`)
  return (await standing([row]))[0]!
}

/** The same, while nobody else can take it or another of its storefront further. Throws 404. */
export async function lockedRelease(tx: Tx, id: string): Promise<ReleaseRow> {
  const { storefront } = await storedRelease(id)
  await lockLivePointer(tx, storefront)
  return storedRelease(id)
}

/** One release. Throws 404. */
export async function getRelease(id: string): Promise<ReleaseDocument> {
  return (await documentsOf([await storedRelease(id)]))[0]!
}

const onItsWay = new Set<string>(['draft', 'waiting', 'approved', 'scheduled', 'refused'] satisfies OnItsWay['state'][])

/** Whether a release is prepared and has not gone live. */
export const isOnItsWay = ({ state }: Pick<ReleaseRow, 'state'>): boolean => onItsWay.has(state)

/** A release on its way to shoppers, with what was said of it. */
export async function wayOf(tx: Tx, release: ReleaseRow): Promise<OnItsWay> {
  const said = (await approvalsOfReleases(tx.db, [release.id])).get(release.id) ?? []
  return {
    state: release.state as OnItsWay['state'],
    approvals: said.map((a) => ({ person: a.personId, verdict: a.verdict })),
    of: peopleOf(release),
  }
}
