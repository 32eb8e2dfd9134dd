import type { Feed } from '@contracts/feeds'
import { deleteFeed, readFeed, writeFeed } from '../../db/queries/set-up-records'
import { feedSources } from '../imports/feed-sources'
import type { RecordKind } from './kind'

export const feeds: RecordKind<Feed> = {
  name: 'feed',
  stamp: 'content',
  read: readFeed,
  async check(record) {
    const wrong = feedSources[record.source].check(record.place)
    return { record, problems: wrong ? [{ path: 'place', message: wrong }] : [] }
  },
  write: writeFeed,
  deletionBlockers: () => Promise.resolve([]),
  remove: (tx, record) => deleteFeed(tx, record.code),
}
