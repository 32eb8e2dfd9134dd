// Runs one program of tests to its end, and reads from its report what it came to.
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { rmSync } from 'node:fs'
import path from 'node:path'
import { playwrightResult, vitestResult } from './results.mjs'

/** Where the suites keep their reports, their database cluster and what they serve. */
export const data = path.resolve('.data/test')

let telling = 0

/** Runs a command and shows its output; of several that run at once, the later ones are shown whole when they end. */
async function shown(name, command, args, env) {
  const isAlone = telling++ === 0
  const head = `\n== ${name}`
  if (isAlone) console.log(head)
  const output = []
  const child = spawn(command, args, { stdio: ['inherit', 'pipe', 'pipe'], env: { ...process.env, ...env } })
  for (const stream of [child.stdout, child.stderr]) {
    stream.on('data', (chunk) => {
      if (isAlone) process.stdout.write(chunk)
      else output.push(chunk)
    })
  }
  const [status] = await once(child, 'close')
  telling--
  if (!isAlone) process.stdout.write(`${head}\n${Buffer.concat(output)}`)
  return status
}

/** A command that passes or fails as a whole. */
export async function command(name, program, args) {
  const status = await shown(name, program, args, {})
  return status === 0 ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 }
}

async function counted(name, args, { env, report, read }) {
  // A report of an earlier run must not be taken for this one's.
  rmSync(report, { force: true })
  const status = await shown(name, 'npx', args, env)
  try {
    const result = read(report)
    // A runner that ended badly without naming a failed test has failed all the same.
    return { ...result, failed: status === 0 ? result.failed : Math.max(result.failed, 1) }
  } catch (e) {
    return { passed: 0, failed: 1, failures: [{ title: 'the runner ended without a report', message: e.message }] }
  }
}

/** Runs a project of Vitest; of its files those that a filter names, all without one. */
export function vitest(name, { project = name, filters = [], env = {} } = {}) {
  const report = path.join(data, `${name}.json`)
  const reporters = ['--reporter=default', '--reporter=json', `--outputFile.json=${report}`]
  const args = ['vitest', 'run', ...filters, '--project', project, '--passWithNoTests', ...reporters]
  return counted(name, args, { env: { NODE_ENV: 'test', ...env }, report, read: vitestResult })
}

/** Runs the tests of the interface in Chromium; of its files those that a filter names, all without one. */
export function playwright(name, { filters = [], env = {}, grep = [] } = {}) {
  const report = path.join(data, `${name}.json`)
  const args = ['playwright', 'test', '-c', 'tests/browser/playwright.config.ts', '--pass-with-no-tests']
  // Each run empties its folder first.
  args.push('--output', path.resolve('test-results', name))
  return counted(name, [...args, ...filters, ...grep.flatMap((pattern) => ['--grep', pattern])], {
    env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
    report,
    read: playwrightResult,
  })
}
