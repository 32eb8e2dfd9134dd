// All tables, by what stands in them.
export { packDifferences, unpackDifferences } from './schema/columns'
export * from './schema/set-up'
export * from './schema/products'
export * from './schema/facts'
export * from './schema/content'
export * from './schema/work'
export * from './schema/readiness'
export * from './schema/drafting'
