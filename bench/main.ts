import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { disconnect } from '@server/db/connect'
import { importProducts } from '@server/services/imports/import-products'
import { settings } from '@server/settings'
import { benchTranslationFiles } from './translation-files'
import { benchBrowser } from './browser'
import { writeProducts, writeVariants } from './catalogue'
import { benchBulk, benchExport } from './bulk'
import { benchDelivery } from './delivery'
import { benchDifferences } from './differences'
import { benchImport } from './import'
import { benchList } from './list'
import { table } from './measure'
import { benchExchange, benchMemory } from './memory'
import { benchCoverage, benchSaving } from './pages'
import { benchProof } from './proof'
import { benchReach } from './reach'
import { benchRelease, benchReleaseQuick } from './release'
import { benchRows } from './rows'
import { benchTexts } from './texts'
import { benchWriters } from './writers'
import { benchAnew, benchQuick, benchReadiness } from './readiness'

// `npm run bench -- reach` runs one part, on the catalogue that an earlier run has left.
const wanted = process.argv.slice(2)
const asked = (part: string) => wanted.length === 0 || wanted.includes(part)
const rows = 100_000
const folder = path.join(settings().data, 'bench')
mkdirSync(folder, { recursive: true })
const [products, variants] = [path.join(folder, 'products.csv'), path.join(folder, 'variants.csv')]
if (asked('import')) {
  await writeProducts(products, rows)
  await writeVariants(variants, rows)
  await benchImport(products, rows)
  await importProducts(variants, { mode: 'apply', take: 'all', title: 'Variants', personId: null, now: Date.now() })
}
if (asked('reach')) await benchReach()
if (asked('readiness')) await benchReadiness()
// Parts of the one above that are quick, for those who work on them.
if (wanted.includes('evaluate')) await benchQuick()
if (wanted.includes('anew')) await benchAnew()
if (asked('list')) await benchList()
if (asked('proof')) await benchProof()
if (asked('pages')) await benchCoverage()
if (asked('saving')) await benchSaving()
if (asked('memory')) benchMemory()
if (wanted.includes('memory-small')) benchMemory([100_000])
if (asked('exchange')) await benchExchange()
if (asked('files')) await benchTranslationFiles(folder)
if (asked('export')) await benchExport()
if (asked('bulk')) await benchBulk()
if (asked('release')) await benchRelease()
if (asked('differences')) await benchDifferences()
if (asked('rows')) await benchRows()
if (wanted.includes('release-quick')) await benchReleaseQuick()
if (asked('texts')) await benchTexts()
// With the application that the caller serves.
if (process.env.INKLOOM_BENCH_URL) {
  if (asked('browser')) await benchBrowser(process.env.INKLOOM_BENCH_URL)
  if (asked('writers')) await benchWriters(process.env.INKLOOM_BENCH_URL, Number(process.env.INKLOOM_BENCH_WEB))
  if (asked('delivery')) await benchDelivery(process.env.INKLOOM_BENCH_URL)
}
const day = new Date().toISOString().slice(0, 10)
const before = existsSync('bench/figures.md') ? readFileSync('bench/figures.md', 'utf8') : ''
writeFileSync(
  'bench/figures.md',
  `# Figures\n\nMeasured by \`npm run bench\`, in parts or whole: Node ${process.version}, ` +
    `${os.cpus().length} cores, the database on the same machine. Each is a ratio to a reference in the ` +
    'same run, or a bound in time that its issue ' +
    `names.\n\n${table(before, day, process.env.INKLOOM_BENCH_WHOLE === 'true')}\n`,
)
await disconnect()
process.exit(0)
