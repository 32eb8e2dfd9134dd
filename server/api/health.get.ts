import { endpoint } from '../http/endpoint'
import { health } from '../http/health'

export default endpoint('health', async ({ event }) => health(event))
