import { defineNitroPlugin } from 'nitropack/runtime'
import { now } from '../clock'
import { warm } from '../services/setup/warm'

/**
 * Warms the server as soon as it runs, and says so in a line that whoever started it waits for. What cannot be warmed,
 * for the database is away, is done by the first who asks.
 */
export default defineNitroPlugin(() => {
  if (import.meta.dev) return
  const began = performance.now()
  void warm(now())
    .catch((e: unknown) => console.error('The first answers could not be prepared:', (e as Error).message))
    .finally(() => console.log(`warm after ${Math.round(performance.now() - began)} ms`))
})
