/** The same without what is empty, as bodies and queries take it. */
export function filled<T extends object>(fields: T): { [K in keyof T]?: Exclude<T[K], '' | null> } {
  const given = Object.entries(fields).filter(([, v]) => v !== '' && v !== null && v !== undefined)
  return Object.fromEntries(given) as { [K in keyof T]?: Exclude<T[K], '' | null> }
}
