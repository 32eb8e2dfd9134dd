/**
 * What a check of texts is called in lists, and whether what it finds stops a release. By itself, so that who only
 * names findings need not load what finds them.
 */
export interface TextCheckKind {
  level: 'blocker' | 'remark'
  label: string
}

/** Every check of texts by its code, in the order in which findings are told. */
export const textCheckKinds = {
  banned: { level: 'blocker', label: 'banned word' },
  preferred: { level: 'remark', label: 'another word is preferred' },
  avoided: { level: 'blocker', label: 'name to avoid' },
  repeated: { level: 'remark', label: 'repeated word' },
  characters: { level: 'remark', label: 'length in characters' },
  words: { level: 'remark', label: 'length in words' },
  pixels: { level: 'remark', label: 'width in search results' },
  points: { level: 'remark', label: 'number of key points' },
  formatting: { level: 'blocker', label: 'formatting that is not allowed' },
  links: { level: 'blocker', label: 'link to another site' },
  spaces: { level: 'remark', label: 'two spaces' },
  brackets: { level: 'remark', label: 'unmatched bracket' },
  quotes: { level: 'remark', label: 'quotation marks' },
  'french-spaces': { level: 'remark', label: 'space before a mark' },
  decimals: { level: 'remark', label: 'decimal mark' },
  ease: { level: 'remark', label: 'hard to read' },
} as const satisfies Record<string, TextCheckKind>
export type TextCheckCode = keyof typeof textCheckKinds
