import type { DataPool } from './data-pool'
import { filePool } from './file-pool'

/** The data pool that is asked: a stand-in that ships with Ink Loom. A real one takes its place here. */
export const dataPool = (): DataPool => filePool
