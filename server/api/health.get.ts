import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { health } from '../http/health'

export default endpoint(operations.health, async ({ event }) => health(event))
