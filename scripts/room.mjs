// Which rooms of the house a file stands in, and which rooms each may import.
export const rooms = ['core', 'contracts', 'server', 'app', 'demo', 'shop', 'tests', 'bench', 'scripts']
export const mayImport = {
  core: ['core'],
  contracts: ['contracts', 'core'],
  server: ['server', 'contracts', 'core'],
  app: ['app', 'contracts', 'core'],
  demo: ['demo', 'server', 'contracts', 'core'],
  // A shop knows the delivery interface, and nothing of what is behind it.
  shop: ['shop'],
  tests: rooms,
  bench: ['bench', 'server', 'contracts', 'core', 'demo'],
  scripts: rooms,
}
/** Which packages a room must do without: the core knows no database, server or browser. */
export const without = {
  core: [/^node:/, /^(pg|drizzle-orm|vue|h3|nuxt|pinia|joi)(\/|$)/],
  contracts: [/^node:/, /^(pg|drizzle-orm|vue|h3|nuxt)(\/|$)/],
  app: [/^node:/, /^(pg|drizzle-orm)(\/|$)/],
}
