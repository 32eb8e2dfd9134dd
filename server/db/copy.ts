import type pg from 'pg'
import { once } from 'node:events'
import { finished } from 'node:stream/promises'
import { from } from 'pg-copy-streams'

export type Cell = string | number | boolean | null | undefined

const special = /[\\\t\n\r]/
const escapes: Record<string, string> = { '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' }

function cell(c: Cell): string {
  if (c === null || c === undefined) return '\\N'
  if (typeof c === 'boolean') return c ? 't' : 'f'
  if (typeof c === 'number') return String(c)
  // PostgreSQL has no U+0000 in texts.
  const s = c.includes('\u0000') ? c.replaceAll('\u0000', '') : c
  return special.test(s) ? s.replace(/[\\\t\n\r]/g, (x) => escapes[x]!) : s
}

/** A list as PostgreSQL's array literal. */
export function arrayLiteral(list: readonly string[]): string {
  return `{${list.map((s) => `"${s.replace(/[\\"]/g, '\\$&')}"`).join(',')}}`
}

/** Appends rows to a table by COPY, which is many times as fast as inserts. */
export async function copyInto(client: pg.PoolClient, table: string, columns: readonly string[], rows: Iterable<readonly Cell[]>): Promise<void> {
  let chunk = ''
  let stream: ReturnType<typeof from> extends infer S ? (S & NodeJS.WritableStream) | undefined : never
  const send = async () => {
    stream ??= client.query(from(`copy ${table} (${columns.join(', ')}) from stdin`)) as never
    if (!stream!.write(chunk)) await once(stream!, 'drain')
    chunk = ''
  }
  for (const row of rows) {
    let line = ''
    for (let i = 0; i < row.length; i++) line += (i > 0 ? '\t' : '') + cell(row[i])
    chunk += `${line}\n`
    if (chunk.length > 1 << 16) await send()
  }
  if (chunk === '' && !stream) return
  if (chunk !== '') await send()
  stream!.end()
  await finished(stream!)
}
