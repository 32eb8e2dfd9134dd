import { operations } from '@contracts/operations'
import { endpoint } from '../../http/endpoint'
import { dropPortion } from '../../services/readiness/portion'

export default endpoint(operations.dropPortion, ({ person }) => dropPortion(person))
