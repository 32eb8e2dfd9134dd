import type { Connection, MessageTry, ReleasedFileFormat } from '@contracts/connections'
import { database } from '../../../db/connect'
import { loadSetup } from '../../../db/queries/setup'
import { outgoing } from '../../../storage/outgoing'
import { readingOf } from '../../delivery/live'
import { SheetTooLarge } from '../../files/spreadsheet-writer'
import { ForPeople } from '../../problem'
import type { Problems } from '../../records/kind'
import { releasedFile } from '../released-file'
import type { ConnectionKind, MessageToSend } from './kind'

/** Folders within folders, of plain names: nothing leads out of the place that is meant for files. */
const folderName = /^[a-z0-9][a-z0-9-]{0,60}(\/[a-z0-9][a-z0-9-]{0,60}){0,4}$/

const fileTypes: Record<ReleasedFileFormat, { ending: string; mime: string }> = {
  csv: { ending: 'csv', mime: 'text/csv; charset=utf-8; header=present' },
  xlsx: { ending: 'xlsx', mime: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' },
  jsonl: { ending: 'jsonl', mime: 'application/jsonl' },
  jsonld: { ending: 'jsonld', mime: 'application/ld+json' },
}

function check({ address, files }: Connection, setup: Parameters<ConnectionKind['check']>[1]): Problems {
  const problems: Problems = []
  if (!folderName.test(address))
    problems.push({
      path: 'address',
      message: 'A folder is named by small letters, digits and hyphens: “market/daily”.',
    })
  if (!files) return [...problems, { path: 'files', message: 'Say what the files hold.' }]
  if (files.format !== 'jsonld' && files.columns.length === 0)
    problems.push({ path: 'files.columns', message: 'Add at least one column.' })
  if (files.format === 'jsonld' && files.columns.length > 0)
    problems.push({ path: 'files.columns', message: 'JSON-LD has words of its own. Remove the columns.' })
  const known = new Set([...setup.storefronts.values()].flatMap((s) => s.editions.map((e) => e.language)))
  for (const language of files.languages)
    if (!known.has(language))
      problems.push({ path: 'files.languages', message: `No storefront has pages in “${language}”.` })
  return problems
}

/** Does work with files, and says how it went: what the place for files refuses is the problem of a try. */
async function tried(now: number, work: () => Promise<void>): Promise<MessageTry> {
  const begun = performance.now()
  let problem: string | null = null
  try {
    await work()
  } catch (e) {
    if (e instanceof ForPeople) throw e
    const isTheirs = e instanceof SheetTooLarge
    problem = isTheirs ? e.message : `The file could not be written: ${(e as Error).message.slice(0, 300)}`
  }
  return { at: new Date(now).toISOString(), status: null, took: Math.round(performance.now() - begun), problem }
}

async function* oneLine(text: string): AsyncGenerator<string> {
  yield await Promise.resolve(text)
}

/** Writes the files of a storefront, one for each language. */
async function write({ storefront, record }: MessageToSend, now: number): Promise<void> {
  const reading = await readingOf({ storefront: storefront! }, now)
  const files = record.files!
  const { storefronts } = await loadSetup(database())
  const languages = storefronts.get(storefront!)?.editions.map((e) => e.language) ?? []
  const { ending, mime } = fileTypes[files.format]
  for (const language of languages) {
    if (files.languages.length > 0 && !files.languages.includes(language)) continue
    const name = `${record.address}/${storefront}-${language}.${ending}`
    await outgoing().write(name, releasedFile(files, reading, language, now), mime)
  }
}

/** Files of what is live, for systems that take files. */
export const files: ConnectionKind = {
  signed: false,
  long: true,
  everything: true,
  eventsOf: ({ events }) => events.filter((event) => event === 'release.live'),
  check,
  async test({ address }, _secret, now) {
    const name = `${address}/test.txt`
    const how = await tried(now, async () => {
      await outgoing().write(name, oneLine('Ink Loom can write here.\n'), 'text/plain; charset=utf-8')
      await outgoing().remove(name)
    })
    return { how, isAnswered: how.problem === null }
  },
  send: (message, now) => tried(now, () => write(message, now)),
}
