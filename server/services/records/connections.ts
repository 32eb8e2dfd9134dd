import type { Connection } from '@contracts/connections'
import { forgetConnection } from '../../db/queries/connections'
import { dropStoredRecord } from '../../db/queries/records'
import { storedWhole, type Problems, type RecordKind } from './kind'

/** What is wrong with an address to which messages are sent. */
function addressProblem(address: string): string | undefined {
  const url = URL.parse(address)
  if (url === null) return 'Enter a full address, such as https://shop.example/messages.'
  if (!['http:', 'https:'].includes(url.protocol) || url.username !== '' || url.password !== '')
    return 'An address begins with https:// or http:// and holds no password.'
  return undefined
}

export const connections: RecordKind<Connection> = {
  ...storedWhole('connections', {
    name: 'connection',
    called: (record) => record.name,
    stamp: 'content',
    check(record, _before, setup) {
      const problems: Problems = []
      const wrong = addressProblem(record.address)
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
