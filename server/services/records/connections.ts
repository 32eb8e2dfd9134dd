import type { Connection } from '@contracts/connections'
import { forgetConnection } from '../../db/queries/connections'
import { dropStoredRecord } from '../../db/queries/records'
import { addressProblem } from '../outside/address-problem'
import { storedWhole, type Problems, type RecordKind } from './kind'

export const connections: RecordKind<Connection> = {
  ...storedWhole('connections', {
    name: 'connection',
    called: (record) => record.name,
    stamp: 'content',
    check(record, _before, setup) {
      const problems: Problems = []
      const wrong = addressProblem(record.address, 'https://shop.example/messages')
      if (wrong !== undefined) problems.push({ path: 'address', message: wrong })
      for (const code of record.storefronts)
        if (!setup.storefronts.has(code))
          problems.push({ path: 'storefronts', message: `There is no storefront “${code}”.` })
      return Promise.resolve({ record, problems })
    },
  }),
  async remove(tx, record) {
    await forgetConnection(tx, record.code)
    await dropStoredRecord(tx.db, 'connections', record.code)
  },
}
