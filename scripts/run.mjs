// Running other programs, with failures that name the step and say what to do.
import { spawn, spawnSync } from 'node:child_process'

/** A step that failed: what, and what to do about it. */
export class StepFailed extends Error {}

/** Runs a program to its end; shows its output only where it fails, or where `show` is set. */
export function run(step, command, args, { show = false, hint = '', ...options } = {}) {
  const result = spawnSync(command, args, {
    stdio: show ? 'inherit' : 'pipe',
    encoding: 'utf8',
    maxBuffer: 1 << 28,
    ...options,
  })
  if (result.status === 0) return result.stdout ?? ''
  const output = show
    ? ''
    : `\n${((result.stdout ?? '') + (result.stderr ?? '')).trim().split('\n').slice(-30).join('\n')}`
  throw new StepFailed(
    `${step} failed ` +
      `(${result.error?.message ?? `exit ${result.status ?? result.signal}`}).${hint ? ` ${hint}` : ''}${output}`,
  )
}

/** Whether a program can be run. */
export function has(command) {
  return spawnSync('sh', ['-c', `command -v ${command}`]).status === 0
}

/** Starts a Node program that stays as long as this one does; `onLine` gets each line of its output. */
export function stay(args, { onLine, ...options } = {}) {
  const child = spawn(process.execPath, ['--import', new URL('with-parent.mjs', import.meta.url).href, ...args], {
    stdio: ['pipe', 'pipe', 'pipe'],
    ...options,
  })
  for (const stream of [child.stdout, child.stderr]) {
    let rest = ''
    stream.setEncoding('utf8').on('data', (text) => {
      const lines = (rest + text).split('\n')
      rest = lines.pop() ?? ''
      for (const line of lines) onLine?.(line)
    })
  }
  return child
}

const isRoot = process.getuid?.() === 0

/** Installs Debian packages where a program is missing. */
export function ensureDebian(program, packages, missing = () => !has(program)) {
  if (!missing()) return
  const hint = `Install ${packages.join(' ')} by hand: apt-get install ${packages.join(' ')}`
  if (!isRoot) throw new StepFailed(`${program} is not installed, and only root can install it. ${hint}`)
  console.log(`Installing ${packages.join(', ')} …`)
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  run('Reading Debian’s package lists', 'apt-get', ['update', '-qq'], { env, hint })
  run(`Installing ${packages.join(' ')}`, 'apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], {
    env,
    hint,
  })
}
