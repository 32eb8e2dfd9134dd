// Runs the suites: all, or those that are named. Other words choose among the files of the suites that are named:
// `npm test -- core rules` runs the files of core that have "rules" in their path. `all` is for the hostile suite.
import { mkdirSync } from 'node:fs'
import { ensurePackages } from './packages.mjs'
import { StepFailed } from './run.mjs'
import { Place } from './test/place.mjs'
import { Results } from './test/results.mjs'
import { data } from './test/runners.mjs'
import { suites } from './test/suites.mjs'

const words = process.argv.slice(2)
const names = suites.flatMap((suite) => suite.names)
const named = words.filter((word) => names.includes(word))
const filters = words.filter((word) => !names.includes(word) && word !== 'all')
const asked = (name) => (name === 'all' ? words.includes('all') : named.length === 0 || named.includes(name))
const chosen = suites.filter((suite) => suite.names.some(asked) && (suite.filtered || filters.length === 0))

const place = new Place()
const results = new Results()
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, () => void place.stop().finally(() => process.exit(1)))

try {
  ensurePackages()
  mkdirSync(data, { recursive: true })
  for (const suite of chosen) await suite.run({ results, filters, place, asked })
} catch (e) {
  const message = e instanceof StepFailed ? e.message : (e.stack ?? String(e))
  results.add('set-up', { passed: 0, failed: 1, failures: [{ title: 'set-up', message }] })
} finally {
  await place.stop()
}

results.tell()
process.exit(results.green ? 0 : 1)
