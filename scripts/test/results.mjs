// What the suites came to: counts of each, and what failed in words, from the reports that the runners write.
import { readFileSync } from 'node:fs'

/** So many lines of a failure are told again at the end; the whole of it stands where it happened. */
const linesOfFailure = 14

// Runners colour what they write; a report is read as text.
const colours = /\u001b\[[0-9;]*m/g
const shortened = (message) => message.replace(colours, '').trim().split('\n').slice(0, linesOfFailure).join('\n')

/** Reads a report of Vitest: `{ passed, failed, failures: { title, message }[] }`. */
export function vitestResult(file) {
  const report = JSON.parse(readFileSync(file, 'utf8'))
  const failures = []
  for (const { name, message, status, assertionResults } of report.testResults) {
    const failed = assertionResults.filter((test) => test.status === 'failed')
    for (const test of failed)
      failures.push({ title: `${name} › ${test.fullName}`, message: shortened(test.failureMessages.join('\n')) })
    // A file that could not be loaded has no tests to name.
    if (status === 'failed' && failed.length === 0) failures.push({ title: name, message: shortened(message) })
  }
  return { passed: report.numPassedTests, failed: failures.length, failures }
}

function* playwrightSpecs(suite) {
  yield* suite.specs ?? []
  for (const inner of suite.suites ?? []) yield* playwrightSpecs(inner)
}

/** Reads a report of Playwright: `{ passed, failed, failures: { title, message }[] }`. */
export function playwrightResult(file) {
  const { stats, suites, errors } = JSON.parse(readFileSync(file, 'utf8'))
  const failures = []
  for (const spec of suites.flatMap((suite) => [...playwrightSpecs(suite)])) {
    if (spec.ok) continue
    const messages = spec.tests.flatMap((test) => test.results).flatMap((result) => result.errors)
    failures.push({
      title: `${spec.file}:${spec.line} › ${spec.title}`,
      message: shortened(messages.map((error) => error.message).join('\n')),
    })
  }
  for (const { message } of errors) failures.push({ title: 'Playwright', message: shortened(message) })
  return { passed: stats.expected + stats.flaky, failed: failures.length, failures }
}

const failedToo = (failed) => (failed > 0 ? `, ${failed} FAILED` : '')

/** Collects results, and tells them at the end; the last line counts all suites. */
export class Results {
  #suites = []
  #began = Date.now()
  #last = this.#began

  /** What a suite came to. It took the time since the one before, and with it what was made ready for it. */
  add(name, { passed, failed, failures = [] }) {
    const now = Date.now()
    this.#suites.push({ name, passed, failed, failures, seconds: Math.round((now - this.#last) / 1000) })
    this.#last = now
  }

  /** Whether something ran and nothing failed. */
  get green() {
    return this.#suites.length > 0 && this.#sum('failed') === 0
  }

  tell() {
    for (const { name, failures } of this.#suites)
      for (const { title, message } of failures) console.log(`\nFAILED in ${name}: ${title}\n${message}`)
    console.log('')
    for (const { name, passed, failed, seconds } of this.#suites)
      console.log(`${name.padEnd(36)} ${`${seconds} s`.padStart(6)}  ${passed} passed${failedToo(failed)}`)
    console.log(`in ${Math.round((Date.now() - this.#began) / 1000)} s\n`)
    console.log(`${this.#sum('passed')} passed, ${this.#sum('failed')} failed`)
  }

  #sum(key) {
    return this.#suites.reduce((sum, suite) => sum + suite[key], 0)
  }
}
