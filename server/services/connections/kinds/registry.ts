import { connectionKindNames, type ConnectionKindName } from '@contracts/connections'
import { files } from './files'
import type { ConnectionKind } from './kind'
import { shop } from './shop'
import { webhook } from './webhook'

/** Every kind of connection, by its name in the contract. */
export const connectionKinds: Record<ConnectionKindName, ConnectionKind> = { webhook, shop, files }

/** The kinds whose sending is quick, or can take minutes. */
export const kindsThat = (long: boolean): ConnectionKindName[] =>
  connectionKindNames.filter((name) => connectionKinds[name].long === long)
