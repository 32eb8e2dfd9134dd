import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { cameAlong, type CameAlongQuery } from '../../services/translation/came-along'

export default endpoint<CameAlongQuery>(operations.cameAlong, ({ query, now }) => cameAlong(query, now))
