import { spawnSync } from 'node:child_process'
import path from 'node:path'
import { buildSync } from 'esbuild'
import { describe, expect, it } from 'vitest'

/** The settings' module as one program, for processes of its own: settings are read once. */
const program = buildSync({
  stdin: {
    contents: "import { settings } from './server/settings'; console.log(JSON.stringify(settings()))",
    resolveDir: process.cwd(),
    loader: 'ts',
  },
  bundle: true,
  platform: 'node',
  format: 'cjs',
  packages: 'external',
  alias: { '@core': path.resolve('core') },
  write: false,
}).outputFiles[0]!.text

function settingsOf(env: Record<string, string>): { status: number | null; said: string } {
  const base = {
    PATH: process.env.PATH ?? '',
    INKLOOM_DATABASE_URL: 'postgres://x@127.0.0.1/x',
    INKLOOM_SECRET: 'x'.repeat(32),
  }
  const { status, stdout, stderr } = spawnSync(process.execPath, ['-e', program], {
    env: { ...base, ...env },
    encoding: 'utf8',
  })
  return { status, said: stdout + stderr }
}

describe('settings', () => {
  it('make cookies Secure where people reach the application over HTTPS, and only there, unless told otherwise', () => {
    const secure = (env: Record<string, string>) =>
      (JSON.parse(settingsOf(env).said) as { secureCookies: boolean }).secureCookies
    expect([
      secure({}),
      secure({ INKLOOM_PUBLIC_URL: 'https://inkloom.example' }),
      secure({ INKLOOM_PUBLIC_URL: 'http://inkloom.example' }),
      secure({ INKLOOM_PUBLIC_URL: 'https://inkloom.example', INKLOOM_SECURE_COOKIES: 'false' }),
    ]).toEqual([false, true, false, false])
  })
  it('say in which language texts are written first', () => {
    const source = (env: Record<string, string>) =>
      (JSON.parse(settingsOf(env).said) as { sourceLanguage: string }).sourceLanguage
    expect([source({}), source({ INKLOOM_SOURCE_LANGUAGE: 'de-de' })]).toEqual(['en-GB', 'de-DE'])
  })
  it('that are wrong are named, all at once', () => {
    const { status, said } = settingsOf({
      INKLOOM_PORT: '99999',
      INKLOOM_SECRET: 'short',
      INKLOOM_PUBLIC_URL: 'inkloom',
      INKLOOM_SOURCE_LANGUAGE: 'German',
    })
    expect(status).not.toBe(0)
    for (const name of ['INKLOOM_PORT', 'INKLOOM_SECRET', 'INKLOOM_PUBLIC_URL', 'German']) expect(said).toContain(name)
  })
})
