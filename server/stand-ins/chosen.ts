import type { DraftingService } from '@core/drafting/service'
import type { MachineTranslation } from '@core/translation/service'
import type { DataPool } from './data-pool'
import { phraseDrafting } from './drafting/stand-in'
import { filePool } from './file-pool'
import { wordBankTranslation } from './translation/stand-in'

/** The data pool that is asked: a stand-in that ships with Ink Loom. A real one takes its place here. */
export const dataPool = (): DataPool => filePool

/**
 * What drafts texts: a stand-in that ships with Ink Loom. A language model behind the same interface takes its place
 * here.
 */
export const draftingService = (): DraftingService => phraseDrafting

/**
 * What translates by machine: a stand-in that ships with Ink Loom. A real service behind the same interface takes its
 * place here.
 */
export const machineTranslation = (): MachineTranslation => wordBankTranslation
