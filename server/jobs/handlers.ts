import { unlink } from 'node:fs/promises'
import path from 'node:path'
import type { ImportReport } from '@contracts/imports'
import type { PictureBatch } from '@contracts/media'
import type { SameTextsBody } from '@contracts/search'
import type { Mapping } from '@core/imports/mapping'
import { database, inTransaction } from '../db/connect'
import { settleTables } from '../db/queries/write-products'
import { findCoverage, type CoverageBody } from '../services/assignments/coverage'
import { makeBulkChange, type BulkBody } from '../services/bulk/bulk-change'
import { undoStep } from '../services/work/undo-step'
import { CsvFileError } from '../services/files/csv-file'
import { foldWhenFree } from '../services/products/fold-versions'
import { importProducts } from '../services/imports/import-products'
import type { JobKind, WorkControls } from '../services/work/jobs'
import { reworkAttribute, type ReworkBody } from '../services/bulk/rework-attribute'
import { runPool } from '../services/drafting/pool-run'
import { runDrafting, type RunInput } from '../services/drafting/runs'
import { lookAtFeed } from '../services/imports/feeds'
import { runPictureBatch } from '../services/products/picture-batch'
import { evaluateDue } from '../services/readiness/due'
import { evaluationThreads } from './evaluation-threads'
import { putTogether } from '../services/release/put-together'
import { removeMany, type RemovalBody } from '../services/products/remove-products'
import { refreshFacts } from '../services/products/refresh-facts'
import { findSameTexts } from '../services/search/same-texts'
import { personById } from '../db/queries/people'
import { Problem } from '../services/problem'
import { checkAll, type CheckAllBody } from '../services/translation/check-all'
import { weighWork, type EffortBody } from '../services/translation/effort'
import { importTranslations } from '../services/translation/exchange-in'
import { importMemory } from '../services/translation/memory-files'
import type { Person } from '@contracts/people'
import { pretranslate, type PretranslateBody } from '../services/translation/machine'
import { settings } from '../settings'
import { now } from '../clock'

export type JobInput = Record<string, unknown>

export type JobControls = Required<WorkControls>

type Handler = (
  job: { id: string; title: string; input: JobInput; person_id: number | null },
  controls: JobControls,
) => Promise<{ result: unknown; total: number | null }>

/** The report of a file that could not be read to its end. */
export function unreadable(e: CsvFileError, mode: 'check' | 'apply'): ImportReport {
  return {
    mode,
    rows: 0,
    created: 0,
    updated: 0,
    unchanged: 0,
    suggested: 0,
    applied: false,
    step: null,
    rejectedCount: 1,
    rejectedRows: 1,
    columns: [],
    decimalSign: '.',
    separator: null,
    rejected: [{ row: e.line, column: '', value: '', code: e.problem.code, message: e.problem.message }],
  }
}

/** After so many changed products the tables are settled at once. */
const settleAfter = 5000

/** The person in whose name work is done. Throws 403 where there is none any more. */
async function personOf(personId: number | null, did: string): Promise<Person> {
  const person = await personById(database(), personId ?? 0)
  if (!person) throw new Problem(403, 'Not allowed', `The person who ${did} has been removed.`)
  return person
}

/**
 * Work with a file that was sent, in the name of whoever sent it. What is wrong with the file is told where it was
 * sent.
 */
function fromFile(
  work: (file: string, of: { title: string; person: Person }, controls: JobControls) => ReturnType<Handler>,
): Handler {
  return async ({ title, input, person_id: personId }, controls) => {
    const file = path.join(settings().data, 'uploads', String(input.upload))
    try {
      const person = await personOf(personId, 'sent this file')
      const done = await work(file, { title, person }, controls)
      await unlink(file).catch(() => undefined)
      return done
    } catch (e) {
      if (!(e instanceof Problem)) throw e
      await unlink(file).catch(() => undefined)
      return { result: { problem: e.document() }, total: null }
    }
  }
}

/** What the worker does for each kind of job. */
export const handlers: Record<JobKind, Handler> = {
  async import({ title, input, person_id: personId }, { onProgress, cancelled }) {
    const file = path.join(settings().data, 'uploads', String(input.upload))
    const mode = input.mode === 'apply' ? 'apply' : 'check'
    try {
      const report = await importProducts(file, {
        mode,
        take: input.take === 'good' ? 'good' : 'all',
        over: input.over === 'suggest' ? 'suggest' : 'write',
        ...(input.mapping ? { mapping: input.mapping as Mapping } : {}),
        title,
        personId,
        now: now(),
        onProgress,
        cancelled,
      })
      // A file that was sent by itself is checked as often as people like, and goes once it is written.
      if (!input.keep || report.applied) await unlink(file).catch(() => undefined)
      if (report.applied && report.created + report.updated > settleAfter) await settleTables(database())
      return { result: report, total: report.rows }
    } catch (e) {
      if (e instanceof CsvFileError) {
        if (!input.keep) await unlink(file).catch(() => undefined)
        return { result: unreadable(e, mode), total: null }
      }
      throw e
    }
  },
  async 'bulk-change'({ input, person_id: personId }, controls) {
    const report = await makeBulkChange(input as unknown as BulkBody, personId, now(), controls)
    return { result: report, total: report.found }
  },
  async 'remove-products'({ input, person_id: personId }, controls) {
    const person = await personOf(personId, 'asked for this')
    const report = await removeMany(input as unknown as RemovalBody, person, now(), controls)
    return { result: report, total: report.products }
  },
  async undo({ input, person_id: personId }, controls) {
    const report = await undoStep(Number(input.step), personId, now(), controls)
    return { result: report, total: report.products }
  },
  async 'rework-attribute'({ input, person_id: personId }, controls) {
    const report = await reworkAttribute(String(input.code), input.body as ReworkBody, personId, now(), controls)
    return { result: report, total: report.values }
  },
  async 'picture-batch'({ title, input, person_id: personId }, controls) {
    const report = await runPictureBatch(input as unknown as PictureBatch, personId, now(), { title, ...controls })
    return { result: report, total: report.rows }
  },
  async feed({ input, person_id: personId }, controls) {
    const report = await lookAtFeed(String(input.code), personId, now(), controls)
    if (report.report && report.report.created + report.report.updated > settleAfter) await settleTables(database())
    return { result: report.report ?? report, total: report.report?.rows ?? null }
  },
  async draft({ id, title, input, person_id: personId }, controls) {
    const report = await runDrafting({ id, title, personId }, input as unknown as RunInput, now(), controls)
    return { result: report, total: null }
  },
  async 'pool-suggestions'({ id, title, input, person_id: personId }, controls) {
    const report = await runPool({ id, title, personId }, input, now(), controls)
    return { result: report, total: null }
  },
  async coverage({ input }, controls) {
    const result = await findCoverage(input as unknown as CoverageBody, now(), controls)
    return { result, total: result.products }
  },
  async pretranslate({ input, person_id: personId }, controls) {
    const report = await pretranslate(input as unknown as PretranslateBody, personId ?? 0, now(), controls)
    return { result: report, total: report.records }
  },
  async 'translation-effort'({ input }, controls) {
    const result = await weighWork(input as unknown as EffortBody, now(), controls)
    return { result, total: result.records }
  },
  async 'translation-check'({ input }, controls) {
    const result = await checkAll(input as unknown as CheckAllBody, now(), controls)
    return { result, total: result.records }
  },
  'translation-import': fromFile(async (file, { title, person }, controls) => {
    const report = await importTranslations(file, person, title, now(), controls)
    return { result: report, total: report.taken + report.unchanged + report.refusedCount }
  }),
  'memory-import': fromFile(async (file, { person }, controls) => {
    const report = await importMemory(file, person, now(), controls)
    return { result: report, total: report.read }
  }),
  async 'same-texts'({ input }, controls) {
    const report = await findSameTexts(input as unknown as SameTextsBody, controls)
    return { result: report, total: report.looked }
  },
  async evaluate(_job, controls) {
    // Versions are read with every product that is evaluated, and are read quicker when they are folded.
    await foldWhenFree()
    const report = await evaluateDue(now, controls, { startHelpers: evaluationThreads })
    return { result: report, total: report.products }
  },
  async release({ input }, controls) {
    const counts = await putTogether(Number(input.release), now, controls)
    return { result: counts, total: null }
  },
  async 'refresh-facts'({ input }, { onProgress }) {
    await inTransaction((tx) => refreshFacts(tx, (input.type as string | null) ?? null, onProgress))
    return { result: null, total: null }
  },
}
