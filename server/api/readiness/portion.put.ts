import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { setPortion } from '../../services/readiness/portion'

export default endpoint<object, Parameters<typeof setPortion>[1]>(operations.setPortion, ({ person, body, now }) =>
  setPortion(person, body, now),
)
