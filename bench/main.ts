import { mkdirSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { disconnect } from '@server/db/connect'
import { importProducts } from '@server/services/import-products'
import { settings } from '@server/settings'
import { writeProducts, writeVariants } from './catalogue'
import { benchImport } from './import'
import { table } from './measure'
import { benchProof } from './proof'
import { benchReach } from './reach'

const rows = 100_000
const folder = path.join(settings().data, 'bench')
mkdirSync(folder, { recursive: true })
const [products, variants] = [path.join(folder, 'products.csv'), path.join(folder, 'variants.csv')]
await writeProducts(products, rows)
await writeVariants(variants, rows)
await benchImport(products, rows)
await importProducts(variants, { mode: 'apply', take: 'all', title: 'Variants', personId: null, now: Date.now() })
await benchReach()
await benchProof()
writeFileSync('bench/figures.md', `# Figures\n\nMeasured by \`npm run bench\` on ${new Date().toISOString().slice(0, 10)}: Node ${process.version}, ${os.cpus().length} cores, the database on the same machine. Each is a ratio to a reference in the same run, or a bound in time that its issue names.\n\n${table()}\n`)
await disconnect()
process.exit(0)
