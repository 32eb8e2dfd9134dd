import type { Person } from '@contracts/people'
import { Problem } from '../problem'

export const actions = [
  'read',
  'edit-products',
  'edit-content',
  'edit-types',
  'import',
  'set-up',
  'translate',
  'release',
  'override-freeze',
] as const
export type Action = (typeof actions)[number]

const allowed: Record<Person['role'], readonly Action[]> = {
  administrator: actions,
  manager: ['read', 'edit-products', 'edit-content', 'edit-types', 'import', 'translate', 'release'],
  translator: ['read', 'translate'],
}

/** Whether a person may do something; a translator, only in languages of theirs. */
export function may(person: Person, action: Action, language?: string): boolean {
  if (!allowed[person.role].includes(action)) return false
  return (
    person.role !== 'translator' ||
    action !== 'translate' ||
    language === undefined ||
    person.languages.includes(language)
  )
}

const words: Record<Action, string> = {
  read: 'view this',
  'edit-products': 'change products',
  'edit-content': 'change pieces and assignments',
  import: 'import files',
  'edit-types': 'change product types, attributes and categories',
  'set-up': 'change settings',
  translate: 'translate',
  release: 'release pages',
  'override-freeze': 'release while a storefront is frozen',
}

/** The one place where permission is asked. Throws a 403 problem. */
export function authorize(person: Person, action: Action, language?: string): void {
  if (may(person, action, language)) return
  throw new Problem(
    403,
    'Not allowed',
    `${person.name} cannot ${words[action]}${language ? ` into ${language}` : ''}. An administrator can change that.`,
  )
}
