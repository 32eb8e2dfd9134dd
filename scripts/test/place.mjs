// The database cluster, the built application and the copies of it that the suites use; made when one first asks.
import { cpSync, rmSync } from 'node:fs'
import path from 'node:path'
import { run } from '../run.mjs'
import { data } from './runners.mjs'

const host = '127.0.0.1'
const firstPort = 4970
const firstShopPort = 4980

export class Place {
  #postgres
  #programs = []

  /** The cluster of the tests; it forgets everything in a power cut, which is faster. */
  async postgres() {
    const { startPostgres } = await import('../postgres.mjs')
    this.#postgres ??= await startPostgres(data, { durable: false, from: 55870 })
    return this.#postgres
  }

  async build() {
    const { build } = await import('../build.mjs')
    await build()
  }

  /** Prepares `count` installations with the demo, each with a database, a folder and a port of its own. */
  async installations(count) {
    const { ensureDatabase, freePort } = await import('../postgres.mjs')
    const { environment } = await import('../serve.mjs')
    const postgres = await this.postgres()
    const name = (n) => `inkloom_served_${n}`
    const folder = (n) => path.join(data, name(n))
    // Feeds of the tests are fetched from this machine.
    process.env.INKLOOM_ALLOW_PRIVATE_FETCH ??= host
    const made = []
    for (let n = 0; n < count; n++) {
      rmSync(folder(n), { recursive: true, force: true })
      // The demo is loaded once; the others are copies.
      const like = n === 0 ? {} : { like: name(0) }
      await ensureDatabase(postgres.url('postgres'), name(n), { anew: true, ...like })
      if (n > 0) cpSync(folder(0), folder(n), { recursive: true })
      const url = postgres.url(name(n))
      const port = await freePort(firstPort + n)
      const shopPort = await freePort(firstShopPort + n)
      const env = environment({ url, data: folder(n), port, host, shopPort })
      const prepare = ['--enable-source-maps', '.output/worker/prepare.mjs']
      run('Preparing the database', process.execPath, prepare, { env, show: true })
      made.push(env)
    }
    return made
  }

  /** An installation whose demo and clock are ahead of the machine's by so many seconds, beside others by its number. */
  async installationOnAnotherDay(shift, n) {
    const { ensureDatabase, freePort } = await import('../postgres.mjs')
    const { environment } = await import('../serve.mjs')
    const postgres = await this.postgres()
    const folder = path.join(data, `other-day-${n}`)
    rmSync(folder, { recursive: true, force: true })
    const name = `inkloom_other_day_${n}`
    await ensureDatabase(postgres.url('postgres'), name, { anew: true })
    const url = postgres.url(name)
    return { ...environment({ url, data: folder, port: await freePort(firstPort + n), host }), ...shift }
  }

  /** Starts the programs of an installation; returns its address. */
  async serve(env) {
    const { serve } = await import('../serve.mjs')
    this.#programs.push(await serve(env))
    return `http://${host}:${env.INKLOOM_PORT}`
  }

  async stopPrograms() {
    await Promise.all(this.#programs.splice(0).map((program) => program.stop()))
  }

  async stop() {
    await this.stopPrograms()
    this.#postgres?.stop()
    this.#postgres = undefined
  }
}
