import { operations } from '@contracts/operations'
import type { KeepOwnBody } from '@contracts/pool'
import { endpoint } from '../../../../http/endpoint'
import { keepOwn } from '../../../../services/pool/data-pool'

export default endpoint<object, KeepOwnBody>(operations.keepOwn, ({ person, param, body, now }) =>
  keepOwn(person, param('sku'), body, now),
)
