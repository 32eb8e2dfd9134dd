import { operations } from '@contracts/operations'
import type { ClothBody } from '@contracts/readiness'
import { endpoint } from '../../http/endpoint'
import { cloth } from '../../services/readiness/cloth'

export default endpoint<object, ClothBody>(operations.cloth, ({ person, body, now }) => cloth(person, body, now))
