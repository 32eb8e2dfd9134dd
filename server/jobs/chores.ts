import { scheduleFiles } from '../services/connections/scheduled-files'
import { forgetSent, sendWhatIsDue, sendWhatTakesLong } from '../services/connections/send'
import { foldWhenFree } from '../services/products/fold-versions'
import { lookAfterPhotos } from '../services/drafting/photos'
import { enqueueDueFeeds } from '../services/imports/feeds'
import { lookAfterQueries } from '../services/pool/queries'
import { lookAfterReaches } from '../services/reach/cached-reach'
import { lookAfterReadiness } from '../services/readiness/due'
import { checkWhatWentLive } from '../services/release/check-live'
import { lookWhatDiffers, noteWhatWentLive } from '../services/release/differing'
import { releaseWhatIsDue } from '../services/release/going-live'
import { askOutside, forgetUnusedLinks } from '../services/release/outside-links'
import { writeAhead, writeAllGoneBack } from '../services/release/live-rows'
import { followPlans } from '../services/release/plans'
import { forgetOldReleases } from '../services/release/retention'
import { noteMoments } from '../services/release/steps'
import { forgetEnded } from '../services/people/session'
import { forgetOldEvents } from '../services/shop-events/take'
import { tellOfDueWork } from '../services/translation/due-work'
import { writeWhatIsLive } from '../services/written/write-live'

/** Work that comes round by itself. Adding one is adding an entry. */
export interface Chore {
  /** Milliseconds from one turn to the next. */
  every: number
  /** Whether the first turn comes when the worker starts. */
  atStart: boolean
  work(now: number): Promise<unknown>
}

export const chores: Record<string, Chore> = {
  // A second worker that looks for feeds too finds none left.
  Feeds: { every: 20_000, atStart: true, work: enqueueDueFeeds },
  Versions: { every: 10_000, atStart: true, work: foldWhenFree },
  Readiness: { every: 30_000, atStart: true, work: lookAfterReadiness },
  Photos: { every: 15_000, atStart: false, work: lookAfterPhotos },
  'Data pool': { every: 5000, atStart: false, work: lookAfterQueries },
  Reaches: { every: 20_000, atStart: false, work: lookAfterReaches },
  'Scheduled releases': { every: 1000, atStart: true, work: releaseWhatIsDue },
  'Releases that went back': { every: 1000, atStart: true, work: () => writeAllGoneBack() },
  'Releases written ahead': { every: 1000, atStart: false, work: () => writeAhead() },
  'Standing plans': { every: 2000, atStart: true, work: followPlans },
  // What comes at a moment is told within the second.
  'Moments of pages': { every: 1000, atStart: true, work: noteMoments },
  'Old releases': { every: 3_600_000, atStart: false, work: forgetOldReleases },
  'Pages that went live': { every: 1000, atStart: true, work: noteWhatWentLive },
  'Changes that are not released': { every: 5000, atStart: false, work: lookWhatDiffers },
  'Released pages': { every: 2000, atStart: false, work: checkWhatWentLive },
  'Links to other sites': { every: 5000, atStart: false, work: askOutside },
  'Links that are no more': { every: 3_600_000, atStart: false, work: forgetUnusedLinks },
  // After what changed by a release or by time was noted.
  'Written files': { every: 1000, atStart: true, work: writeWhatIsLive },
  'Translations that are due': { every: 60_000, atStart: true, work: tellOfDueWork },
  'Messages to other systems': { every: 1000, atStart: true, work: sendWhatIsDue },
  'Pages and files for other systems': { every: 1000, atStart: true, work: sendWhatTakesLong },
  'Files whose time has come': { every: 15_000, atStart: true, work: scheduleFiles },
  'Messages that were sent': { every: 3_600_000, atStart: false, work: forgetSent },
  'What shoppers did': { every: 3_600_000, atStart: false, work: forgetOldEvents },
  Sessions: { every: 600_000, atStart: true, work: forgetEnded },
}
