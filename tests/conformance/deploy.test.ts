import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { expect, it } from 'vitest'
import { parse } from 'yaml'

// Neither systemd nor containers run here, so what is shipped for them is checked for its form, and for naming what the
// build makes.

const units = readdirSync('deploy/systemd')
const programs = ['.output/server/index.mjs', '.output/worker/main.mjs', '.output/worker/prepare.mjs']

it('the units name programs that the build makes, and are started again when they die', () => {
  const started = units.map((unit) => /^ExecStart=(.+)$/m.exec(readFileSync(`deploy/systemd/${unit}`, 'utf8'))![1]!)
  expect(started.map((command) => programs.filter((p) => command.includes(p)).length)).toEqual(units.map(() => 1))
  for (const unit of ['inkloom-web.service', 'inkloom-worker.service']) {
    const text = readFileSync(`deploy/systemd/${unit}`, 'utf8')
    expect(text).toMatch(/^Restart=always$/m)
    // Without it systemd gives up after five deaths in ten seconds.
    expect(text).toMatch(/^StartLimitIntervalSec=0$/m)
  }
})

it.skipIf(spawnSync('sh', ['-c', 'command -v systemd-analyze']).status !== 0)(
  'systemd finds nothing wrong with the units, but for what is not installed here',
  () => {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'units-'))
    for (const unit of units) {
      // What a machine has to have is not on this one: a program that is always there, and no account of its own.
      const text = readFileSync(`deploy/systemd/${unit}`, 'utf8')
        .replace(/^ExecStart=.*$/m, 'ExecStart=/bin/true')
        .replace(/^User=.*\n/m, '')
        .replace(/^EnvironmentFile=.*\n/m, '')
        .replace(/^WorkingDirectory=.*$/m, 'WorkingDirectory=/')
      writeFileSync(path.join(folder, unit), text)
    }
    const { stderr } = spawnSync('systemd-analyze', ['verify', '--man=no', ...units.map((u) => path.join(folder, u))], {
      encoding: 'utf8',
      env: { ...process.env, SYSTEMD_UNIT_PATH: `${folder}:/usr/lib/systemd/system:/lib/systemd/system` },
    })
    // A version of systemd that is older than a setting ignores it, and says so.
    const wrong = stderr
      .split('\n')
      .filter((line) => line.includes(folder) && !/RestartSteps|RestartMaxDelaySec/.test(line))
    expect(wrong).toEqual([])
  },
)

it('the compose file has every program, each with what it needs', () => {
  interface Service {
    command?: string[]
    restart?: string
    depends_on?: Record<string, { condition: string }>
    environment?: Record<string, string>
  }
  const { services } = parse(readFileSync('deploy/compose.yaml', 'utf8'), { merge: true }) as {
    services: Record<string, Service>
  }
  expect(Object.keys(services)).toEqual(['database', 'prepare', 'web', 'worker'])
  expect(services.web!.restart).toBe('always')
  expect(services.worker!.command).toEqual(expect.arrayContaining(['.output/worker/main.mjs']))
  expect(
    [services.web, services.worker].every(
      (s) => s!.depends_on!.prepare!.condition === 'service_completed_successfully',
    ),
  ).toBe(true)
  expect(services.web!.environment).toMatchObject({ NITRO_PORT: '4870', INKLOOM_DATA: '/var/lib/inkloom' })
})
