import { endpoint } from '../http/endpoint'
import { jobEvents } from '../http/job-events'

export default endpoint('events', ({ event }) => jobEvents(event))
