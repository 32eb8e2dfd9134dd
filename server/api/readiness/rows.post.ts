import { operations } from '@contracts/operations'
import type { ClothRowsBody } from '@contracts/readiness'
import { endpoint } from '../../http/endpoint'
import { clothStretch } from '../../services/readiness/cloth'

export default endpoint<object, ClothRowsBody>(operations.clothRows, ({ person, body, now }) =>
  clothStretch(person, body, now),
)
