export interface Person {
  id: number
  email: string
  name: string
  role: 'manager' | 'translator' | 'administrator'
  languages: string[]
}

/** A personal token as it is listed: its secret is known to nobody but its owner. */
export interface TokenDocument {
  id: string
  name: string
  expires: string
}

/** Who is signed in, the token that writes of a browser carry, and the server's time. */
export interface SignedIn {
  person: Person
  token: string
  now: string
}

/** A token that was just made. Its secret is told this once. */
export interface MadeToken extends TokenDocument {
  secret: string
}

/** An entry of the audit log. */
export interface AuditEntry {
  id: number
  at: string
  kind: string
  person: number | null
  origin: string
  /** A browser's session or a token. */
  by: string
  detail: Record<string, unknown>
}
