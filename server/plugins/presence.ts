import { defineNitroPlugin } from 'nitropack/runtime'
import { listenForJobs } from '../http/job-events'

/** A running web server is always connected to its database, so that the database knows it: a restore refuses then. */
export default defineNitroPlugin(() => {
  void listenForJobs().catch(() => undefined)
})
