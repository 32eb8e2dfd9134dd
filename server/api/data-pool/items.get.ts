import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { findItems } from '../../services/pool/data-pool'

export default endpoint<Parameters<typeof findItems>[0]>(operations.findPoolItems, ({ query }) => findItems(query))
