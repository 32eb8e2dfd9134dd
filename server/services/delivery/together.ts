/** What is asked within so short a time is asked of the database together, in milliseconds. */
const gathered = 2

/** How a loader gathers what is asked of it. It remembers nothing: what is kept ready is kept elsewhere. */
export const together = {
  cache: false,
  maxBatchSize: 50,
  batchScheduleFn: (ask: () => void) => void setTimeout(ask, gathered),
}
