import { createHash, randomBytes } from 'node:crypto'
import { inTransaction } from '../../db/connect'
import { deleteToken, insertSession, tokensOfPerson } from '../../db/queries/sessions'
import type { TokenDocument, Person } from '@contracts/people'
import { sourceOf, writeAudit } from './audit'
import { notFound, Problem } from '../problem'

const lifetime = 365 * 86_400_000
const idOf = (hash: string) => hash.slice(0, 16)

/** By what, and from where, somebody asks for a token. */
export interface TokenAsking {
  by: 'cookie' | 'token'
  origin: string
}

const documentOf = (row: { hash: string; name: string; expires: Date }): TokenDocument => ({
  id: idOf(row.hash),
  name: row.name,
  expires: row.expires.toISOString(),
})

/** A person's tokens. */
export async function listTokens(person: Person): Promise<{ items: TokenDocument[]; next: null }> {
  const tokens = await tokensOfPerson(person.id)
  return { items: tokens.map(documentOf), next: null }
}

/**
 * Makes a token that other programs send as `Authorization: Bearer`. It lasts a year; the secret is returned this once.
 * Throws 403 where a token asks.
 */
export async function makeToken(
  person: Person,
  asking: TokenAsking,
  name: string,
  now: number,
): Promise<TokenDocument & { secret: string }> {
  // One that was stolen could otherwise make itself a successor.
  if (asking.by === 'token')
    throw new Problem(403, 'Not allowed', 'A token cannot create tokens. Sign in with your password to create one.')
  const secret = randomBytes(32).toString('base64url')
  const row = {
    hash: createHash('sha256').update(secret).digest('hex'),
    personId: person.id,
    kind: 'token',
    name,
    token: '',
    expires: new Date(now + lifetime),
    seen: new Date(now),
    origin: asking.origin,
  }
  await inTransaction(async (tx) => {
    await insertSession(tx.db, row)
    await writeAudit('token-made', sourceOf(person, asking), { token: idOf(row.hash), name })
  })
  return { ...documentOf(row), secret }
}

/** Ends a token of a person's own. Throws 404 where there is none. */
export async function endToken(person: Person, asking: TokenAsking, id: string): Promise<void> {
  if (!/^[0-9a-f]{16}$/.test(id)) throw notFound('such token')
  if (!(await deleteToken(person.id, id))) throw notFound('such token')
  await writeAudit('token-ended', sourceOf(person, asking), { token: id })
}
