import { createWriteStream, existsSync, mkdirSync, openAsBlob, readdirSync, writeFileSync } from 'node:fs'
import http from 'node:http'
import path from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { beforeAll, describe, expect, it } from 'vitest'
import { packed, pictureOf } from './made-files'
import { bestOfThree, ended, healthBound, ownWorld, pause, watchHealth } from './world'

// Texts, bodies, files and patterns that are made to hold the server up, fill its memory or end it.

const world = ownWorld({ name: 'inputs' })
const all = process.env.INKLOOM_HOSTILE === 'all'
let folder = ''
beforeAll(() => {
  folder = path.join(world.data, 'made')
  mkdirSync(folder, { recursive: true })
})

/** Does something while health is watched, and holds the server's memory and answers to their bounds. */
async function bounded(what: string, work: () => Promise<void>, { memory = 300, health = healthBound } = {}) {
  const { worst, slowest, grown } = await bestOfThree(
    () => watched(what, work),
    (measured) => measured.worst < health,
  )
  expect(worst, `${what}: the longest answer of health, in ms, made of ${JSON.stringify(slowest)}`).toBeLessThan(health)
  expect(grown, `${what}: memory of the web server, in MB`).toBeLessThan(memory)
  world.note(`${what} (health at most ${Math.round(worst)} ms, memory +${Math.round(grown)} MB)`)
}

/** The longest answer of health while something is done, in ms, and how far the server's memory grew, in MB. */
async function watched(what: string, work: () => Promise<void>) {
  const before = world.memoryOf('web')
  const stop = watchHealth(world)
  let peak = before
  const timer = setInterval(() => {
    peak = Math.max(peak, world.memoryOf('web'))
  }, 50)
  await work()
  clearInterval(timer)
  const { worst, bad, slowest } = await stop()
  expect(bad, `${what}: health`).toBe(0)
  return { worst, slowest, grown: peak - before }
}

const spans = (cell: string) => `<table>${`<tr>${cell.repeat(40)}</tr>`.repeat(100)}</table>`
const texts: Record<string, string> = {
  'cells that span a hundred columns and rows': spans('<td colspan="100" rowspan="100">x</td>'),
  'cells that span a hundred rows': spans('<td rowspan="100">x</td>'),
  'four thousand open marks': '<b a=1><p>'.repeat(4000),
  'marks that differ in their attributes': Array.from({ length: 4000 }, (_, i) => `<b a=${i}><p>`).join(''),
  'two hundred thousand paragraphs': '<p>x'.repeat(200_000),
  'three hundred thousand breaks': '<br>'.repeat(300_000),
  'lists within lists': '<ul><li>'.repeat(20_000),
  'elements of no kind within each other': '<div>'.repeat(50_000),
  'fifty thousand attributes': `<p ${Array.from({ length: 50_000 }, (_, i) => `a${i}=1`).join(' ')}>x`,
  'quotes that never close': `<p title="${'x'.repeat(900_000)}`,
  'a million ampersands': '&'.repeat(1_000_000),
  'links without an end': '<a href="https://a.example"><em>'.repeat(20_000),
  'tables within tables': '<table><tr><td>'.repeat(5000),
  'a long text of one letter': `<p>${'m'.repeat(1_000_000)}</p>`,
}

describe('texts', () => {
  it.each(Object.entries(texts))('%s: answered quickly, and stored bounded or refused', async (what, html) => {
    await bounded(what, async () => {
      const began = performance.now()
      const code = `hostile-text-${Object.keys(texts).indexOf(what)}-${Math.round(began)}`
      const piece = await world.put<{ texts?: { body: string }[] }>(`/api/pieces/${code}`, {
        code,
        kind: 'tab',
        name: 'Hostile',
        texts: [{ language: 'en-GB', title: 'x', body: html }],
      })
      expect([200, 201, 413, 422]).toContain(piece.status)
      if (piece.status < 300) expect(piece.body.texts![0]!.body.length).toBeLessThan(1_100_000)
      const product = await world.patch('/api/products/PE-1830', {
        values: [{ attribute: 'description', language: 'en-GB', value: html.slice(0, 199_000) }],
      })
      expect([200, 422]).toContain(product.status)
      expect(performance.now() - began).toBeLessThan(5000)
    })
  })
})

describe('patterns and rules', () => {
  const stars = `${'*a'.repeat(60)}*b`
  it.each<[string, object]>([
    ['stars and stars', { field: 'name', is: 'like', value: stars }],
    [
      'a thousand conditions',
      { any: Array.from({ length: 1000 }, () => ({ field: 'sku', is: 'contains', value: 'x' })) },
    ],
    ['eighty levels', Array.from({ length: 60 }).reduce<object>((inner) => ({ all: [inner] }), { all: [] })],
    ['a number beyond all numbers', { field: 'stock', is: 'above', value: 1e308 }],
    ['a date in the year 99999', { field: 'attribute:launched', is: 'above', value: '99999-01-01' }],
  ])('%s: a clear answer in time', async (what, condition) => {
    await bounded(what, async () => {
      const { status } = await world.post('/api/reach', { condition })
      expect([200, 422]).toContain(status)
    })
  })
})

describe('bodies', () => {
  it('of a gigabyte in chunks, by nobody, by ten at once: none of it is held', async () => {
    await bounded('a gigabyte in chunks by nobody', async () => {
      await Promise.all(Array.from({ length: 10 }, () => chunked('/api/reach', 100, {})))
      await Promise.all(Array.from({ length: 10 }, () => chunked('/api/session', 100, {})))
    })
  })
  it('of a gigabyte by somebody who is signed in', async () => {
    await bounded('a gigabyte in chunks by somebody', async () => {
      const statuses = await Promise.all(
        Array.from({ length: 10 }, () => chunked('/api/reach', 100, { cookie: world.cookie })),
      )
      expect(statuses.every((s) => s === 413 || s === 503 || s === 0)).toBe(true)
    })
  })
  it('that never end are given up by a clock', async () => {
    const slow = Array.from({ length: 30 }, () => drip('/api/reach'))
    await pause(1000)
    expect((await world.get('/api/products?limit=1')).status).toBe(200)
    const answers = await Promise.all(slow)
    expect(answers.every((status) => status === 408 || status === 503)).toBe(true)
    world.note('thirty bodies that never end: 408 after 20 s, others answered meanwhile')
  }, 60_000)

  /** Sends so many MB in chunks; the status, or 0 where the server hung up. */
  function chunked(at: string, megabytes: number, headers: Record<string, string>): Promise<number> {
    const part = Buffer.alloc(1 << 20, 32)
    return new Promise((resolve) => {
      const { port } = new URL(world.base)
      let sent = 0
      const request = http
        .request(
          {
            host: '127.0.0.1',
            port,
            method: 'POST',
            path: at,
            agent: false,
            headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked', ...headers },
          },
          (answer) => {
            answer.resume()
            resolve(answer.statusCode!)
            setTimeout(() => request.destroy(), 100)
          },
        )
        .on('error', () => resolve(0))
      const more = () => {
        if (request.destroyed || sent++ >= megabytes) return void request.end()
        if (request.write(part)) setImmediate(more)
        else request.once('drain', more)
      }
      more()
    })
  }
  function drip(at: string): Promise<number> {
    return new Promise((resolve) => {
      const { port } = new URL(world.base)
      const request = http
        .request(
          {
            host: '127.0.0.1',
            port,
            method: 'POST',
            path: at,
            agent: false,
            headers: { 'content-type': 'application/json', 'transfer-encoding': 'chunked', cookie: world.cookie },
          },
          (answer) => {
            clearInterval(timer)
            answer.resume()
            resolve(answer.statusCode!)
            request.destroy()
          },
        )
        .on('error', () => resolve(0))
      const timer = setInterval(() => request.write(' '), 500)
    })
  }
})

describe('files', () => {
  const upload = async (file: string, name: string) =>
    world.ask('POST', `/api/uploads?name=${name}`, {
      body: await openAsBlob(file),
      headers: { 'content-type': 'application/octet-stream' },
      patience: 120_000,
    })
  const xml = (text: string) => Buffer.from(`<?xml version="1.0" encoding="UTF-8"?>${text}`)
  const book = [
    {
      name: 'xl/workbook.xml',
      content: xml('<workbook xmlns:r="r"><sheets><sheet name="a" sheetId="1" r:id="rId1"/></sheets></workbook>'),
    },
    {
      name: 'xl/_rels/workbook.xml.rels',
      content: xml('<Relationships><Relationship Id="rId1" Target="worksheets/sheet1.xml"/></Relationships>'),
    },
  ]
  const sheet = (rows: string) => ({
    name: 'xl/worksheets/sheet1.xml',
    content: xml(`<worksheet><sheetData>${rows}</sheetData></worksheet>`),
  })
  const shared = (text: string, claims?: number) => ({
    name: 'xl/sharedStrings.xml',
    content: xml(text),
    ...(claims === undefined ? {} : { claims }),
  })

  it.each<[string, () => Buffer]>([
    [
      'shared texts of 700 MB',
      () =>
        packed([
          ...book,
          sheet('<row r="1"><c r="A1" t="s"><v>0</v></c></row>'),
          {
            name: 'xl/sharedStrings.xml',
            content: Buffer.concat([
              Buffer.from('<sst>'),
              Buffer.alloc(700 << 20, '<si><t>aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa</t></si>'),
            ]),
          },
        ]),
    ],
    [
      'shared texts that claim to be small',
      () =>
        packed([
          ...book,
          sheet('<row r="1"><c r="A1" t="s"><v>0</v></c></row>'),
          shared(`<sst><si><t>${'a'.repeat(400_000_000)}</t></si></sst>`, 1000),
        ]),
    ],
    [
      'cells at the far right of every row',
      () => packed([...book, sheet('<row><c r="XFD1"><v>1</v></c></row>'.repeat(3_000_000))]),
    ],
    [
      'one cell without an end',
      () => packed([...book, sheet(`<row r="1"><c r="A1" t="str"><v>${'a'.repeat(300_000_000)}</v></c></row>`)]),
    ],
  ])(
    'a spreadsheet with %s: refused or read, and the web server does not grow',
    async (what, make) => {
      const file = path.join(folder, 'bomb.xlsx')
      writeFileSync(file, make())
      await bounded(`a spreadsheet with ${what}`, async () => {
        expect((await upload(file, 'bomb.xlsx')).status).toBe(422)
      })
    },
    180_000,
  )

  it('JSON Lines with one line of 560 MB: the upload is answered, the worker lives', async () => {
    const file = path.join(folder, 'line.jsonl')
    await pipeline(
      Readable.from(
        (function* () {
          yield '{"sku":"X-1","name":"'
          for (let i = 0; i < 560; i++) yield Buffer.alloc(1 << 20, 97)
          yield '"}\n'
        })(),
      ),
      createWriteStream(file),
    )
    const worker = world.programs.worker()!.pid
    await bounded('JSON Lines with one line of 560 MB', async () => {
      const answer = await upload(file, 'line.jsonl')
      expect([answer.status, (answer.body as { detail: string }).detail]).toEqual([
        422,
        expect.stringContaining('Line 1 is longer than 1 MB'),
      ])
      // The same file, sent to the worker without a look first.
      const waiting = readdirSync(path.join(world.data, 'uploads'))
      const { body: job } = await world.ask<{ id: string }>(
        'POST',
        `/api/imports?mode=apply&upload=${waiting.at(-1)!}`,
        { headers: { prefer: 'respond-async' } },
      )
      expect(await ended(world, job.id)).toMatchObject({ state: 'done', result: { applied: false, rejectedCount: 1 } })
    })
    expect(world.programs.worker()!.pid).toBe(worker)
  }, 180_000)

  it('a picture of four billion pixels in a few KB: refused; the decoder is not in the web server', async () => {
    const png = pictureOf(60_000, 60_000)
    await bounded('a picture of 3.6 billion pixels', async () => {
      const answer = await world.ask('POST', '/api/media?name=bomb.png', {
        body: new Uint8Array(png),
        headers: { 'content-type': 'application/octet-stream' },
      })
      expect(answer.status).toBe(422)
    })
  })

  it.each([
    [
      'a style that reaches out by escapes',
      '<svg xmlns="http://www.w3.org/2000/svg"><style>@\\69mport "https://evil.example/x.css";</style></svg>',
    ],
    [
      'an address by escapes',
      '<svg xmlns="http://www.w3.org/2000/svg"><rect style="fill:u\\72l(https://evil.example/x)"/></svg>',
    ],
    [
      'an element that no drawing needs',
      '<svg xmlns="http://www.w3.org/2000/svg"><animateMotion onbegin="alert(1)"/></svg>',
    ],
    [
      'another namespace',
      '<svg xmlns="http://www.w3.org/2000/svg"><x:script ' +
        'xmlns:x="http://www.w3.org/1999/xhtml">alert(1)</x:script></svg>',
    ],
    [
      'entities without end',
      `<!DOCTYPE svg [<!ENTITY a "${'x'.repeat(1000)}"><!ENTITY b "${'&a;'.repeat(1000)}">]><svg ` +
        'xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>',
    ],
  ])('a drawing with %s: refused', async (what, svg) => {
    const answer = await world.ask('POST', '/api/media?name=drawing.svg', {
      body: svg,
      headers: { 'content-type': 'application/octet-stream' },
    })
    expect(answer.status).toBe(422)
    world.note(`a drawing with ${what}`)
  })

  it.runIf(all)('a hundred broken files at once: each is answered', async () => {
    await bounded('a hundred broken files at once', async () => {
      const answers = await Promise.all(
        Array.from({ length: 100 }, (_, i) =>
          world.ask('POST', `/api/uploads?name=broken-${i}.xlsx`, {
            body: `PK\u0003\u0004${'x'.repeat(i * 1000)}`,
            headers: { 'content-type': 'application/octet-stream' },
          }),
        ),
      )
      expect(answers.every((a) => a.status === 422 || a.status === 503)).toBe(true)
    })
  })
  it('nothing of it stays among the uploads for good, and the web server is the one that was started', () => {
    expect(existsSync(path.join(world.data, 'uploads'))).toBe(true)
    expect(world.said.filter((line) => /ended/.test(line))).toEqual([])
  })
})
