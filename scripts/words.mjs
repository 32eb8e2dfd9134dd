// Lists every text of the interface with its place: npm run words. A word narrows it: npm run words -- undo.
import path from 'node:path'
import { textsOf } from './words/texts.mjs'

const sought = process.argv.slice(2).join(' ').toLowerCase()
for (const { file, line, text } of textsOf(path.resolve('.')))
  if (text.toLowerCase().includes(sought)) console.log(`${file}:${line}\t${text}`)
