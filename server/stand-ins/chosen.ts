import type { DraftingService } from '@core/drafting/service'
import type { DataPool } from './data-pool'
import { phraseDrafting } from './drafting/stand-in'
import { filePool } from './file-pool'

/** The data pool that is asked: a stand-in that ships with Ink Loom. A real one takes its place here. */
export const dataPool = (): DataPool => filePool

/** What drafts texts: a stand-in that ships with Ink Loom. A language model behind the same interface takes its place here. */
export const draftingService = (): DraftingService => phraseDrafting
