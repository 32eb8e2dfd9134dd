import { operations } from '@contracts/operations'
import type { ClothFilter } from '@contracts/readiness'
import { endpoint } from '../../http/endpoint'
import { cloth } from '../../services/readiness/cloth'

export default endpoint<object, ClothFilter>(operations.cloth, ({ person, body, now }) => cloth(person, body, now))
