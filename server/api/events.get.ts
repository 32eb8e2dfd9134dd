import { operations } from '@contracts/operations'
import { endpoint } from '../http/endpoint'
import { jobEvents } from '../http/job-events'

export default endpoint(operations.events, ({ event }) => jobEvents(event))
