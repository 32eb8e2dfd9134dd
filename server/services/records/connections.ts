import type { Connection } from '@contracts/connections'
import { forgetConnection } from '../../db/queries/connections'
import { dropStoredRecord } from '../../db/queries/records'
import { connectionKinds } from '../connections/kinds/registry'
import { storedWhole, type RecordKind } from './kind'

export const connections: RecordKind<Connection> = {
  ...storedWhole('connections', {
    name: 'connection',
    called: (record) => record.name,
    stamp: 'content',
    check(record, _before, setup) {
      const kind = connectionKinds[record.kind]
      const { files, ...rest } = record
      const kept = { ...rest, events: kind.eventsOf(record), ...(record.kind === 'files' ? { files } : {}) }
      const problems = kind.check(record, setup)
      for (const code of record.storefronts)
        if (!setup.storefronts.has(code))
          problems.push({ path: 'storefronts', message: `There is no storefront “${code}”.` })
      return Promise.resolve({ record: kept, problems })
    },
  }),
  async remove(tx, record) {
    await forgetConnection(tx, record.code)
    await dropStoredRecord(tx.db, 'connections', record.code)
  },
}
