import { Joi } from '../schema'
import {
  exchangeFormats,
  language,
  languages,
  limit,
  offset,
  placeholder,
  recordAddress,
  saveUnitsBody,
  workBody,
  workQuery,
  edition,
  type Arrived,
  type CheckAllReport,
  type Comment,
  type Desk,
  type EditionProgress,
  type EffortReport,
  type GlossaryImportReport,
  type Match,
  type MemoryImportReport,
  type MemoryPairs,
  type PretranslateReport,
  type TranslationImportReport,
  type WorkList,
} from '../translation'
import type { Operation } from '../operation'
import type { MachineAnswer } from '@core/translation/service'
import type { JobDocument } from '../jobs'
import type { FileAnswer } from '../file'
import type { Counted, Items } from '../paging'

/** What each of these calls answers. */
export interface TranslationAnswers {
  listUnits: Desk
  saveUnits: Desk
  listWork: WorkList
  workProgress: Items<EditionProgress>
  shareWork: { records: number }
  translators: Items<{ id: number; name: string }>
  weighWork: JobDocument<EffortReport>
  checkTranslations: JobDocument<CheckAllReport>
  pretranslate: JobDocument<PretranslateReport>
  translateSegments: Items<MachineAnswer>
  exportTranslations: FileAnswer
  importTranslations: TranslationImportReport | JobDocument<TranslationImportReport>
  commentUnit: Items<Comment>
  settleComment: Items<Comment>
  listCarriedOver: Counted<Arrived>
  memoryMatches: Items<Match>
  listMemory: MemoryPairs
  correctPair: { id: number }
  forgetPairs: { forgotten: number }
  importMemory: MemoryImportReport | JobDocument<MemoryImportReport>
  exportMemory: FileAnswer
  exportTerms: FileAnswer
  importTerms: GlossaryImportReport
}

/** The calls about translation. */
export const translationOperations = {
  listUnits: {
    method: 'get',
    path: '/api/translations/units',
    summary: 'The translatable texts of a record, source and target, segment by segment',
    action: 'read',
    query: Joi.object({ ...edition, record: recordAddress.required() }),
  },
  saveUnits: {
    method: 'put',
    path: '/api/translations/units',
    summary: 'Save translations of a record, as wholes or segment by segment; split or join segments',
    action: 'translate',
    within: 'language',
    body: saveUnitsBody,
  },
  listWork: {
    method: 'get',
    path: '/api/translations/work',
    summary: 'Records with texts to translate for an edition',
    action: 'read',
    query: Joi.object({
      ...workQuery,
      after: recordAddress.description('Only records that come after this one in the list.'),
      limit: limit(200, 100),
      offset,
    }),
  },
  workProgress: {
    method: 'get',
    path: '/api/translations/progress',
    summary: 'Progress of each edition: its texts by state',
    action: 'read',
  },
  shareWork: {
    method: 'post',
    path: '/api/translations/shares',
    summary: 'Assign records to a person, with a due date',
    action: 'translate',
    within: 'language',
    body: Joi.object({
      language: language.required(),
      records: Joi.array().items(recordAddress).min(1).max(5000).required(),
      person: Joi.number().integer().allow(null).required(),
      due: Joi.string()
        .isoDate()
        .pattern(/^\d{4}-\d\d-\d\d$/, 'a date')
        .allow(null)
        .default(null),
    }),
  },
  translators: {
    method: 'get',
    path: '/api/translations/translators',
    summary: 'Who can translate into a language',
    action: 'read',
    query: Joi.object({ language: language.required() }),
  },
  weighWork: {
    method: 'post',
    path: '/api/translations/effort',
    status: 202,
    summary: 'Count words and segments, new, matched and repeated, with the effort they take',
    action: 'read',
    reads: true,
    body: Joi.object({
      ...workBody,
      weights: Joi.object()
        .pattern(Joi.string(), Joi.number().min(0).max(10))
        .description('By band: new, 70, 85, 95, 100, 101, repeated.'),
    }),
  },
  checkTranslations: {
    method: 'post',
    path: '/api/translations/checks',
    status: 202,
    summary: 'Run all checks on all translations; the result has the findings',
    action: 'read',
    reads: true,
    body: Joi.object(workBody),
  },
  pretranslate: {
    method: 'post',
    path: '/api/translations/pretranslations',
    status: 202,
    summary: 'Pre-translate open segments from the memory, by machine, or both',
    action: 'translate',
    within: 'language',
    body: Joi.object({
      ...workBody,
      memoryFrom: Joi.number().integer().min(70).max(101).allow(null).default(85),
      machine: Joi.boolean().default(true),
    }),
  },
  translateSegments: {
    method: 'post',
    path: '/api/translations/machine',
    summary: 'Translate segments by machine, or back-translate them; nothing is stored',
    action: 'read',
    reads: true,
    body: Joi.object({
      from: language.required(),
      to: language.required(),
      segments: Joi.array()
        .items(
          Joi.object({
            text: Joi.string().allow('').max(50_000).required(),
            placeholders: Joi.array().items(placeholder).max(500).default([]),
          }),
        )
        .min(1)
        .max(200)
        .required(),
    }),
  },
  exportTranslations: {
    method: 'post',
    path: '/api/translations/export',
    answerType: 'application/xml',
    summary: 'Texts as a file for translators, with matches and terms',
    action: 'read',
    reads: true,
    body: Joi.object({
      ...workBody,
      format: Joi.string()
        .valid(...exchangeFormats)
        .required(),
      matches: Joi.number().integer().min(0).max(10),
    }),
  },
  importTranslations: {
    method: 'post',
    path: '/api/translations/import',
    orJob: true,
    summary: `Import translations from an XLIFF file; what is broken is refused segment by segment.`,
    action: 'translate',
    within: 'language',
    bodyType: 'application/xliff+xml',
    body: Joi.string(),
  },
  commentUnit: {
    method: 'post',
    path: '/api/translations/comments',
    summary: 'Comment on a unit or a segment',
    action: 'translate',
    within: 'language',
    body: Joi.object({
      record: recordAddress.required(),
      unit: Joi.string().max(200).required(),
      language: language.required(),
      segment: Joi.string().max(50_000).allow(null).default(null),
      words: Joi.string().trim().min(1).max(2000).required(),
    }),
  },
  settleComment: {
    method: 'post',
    path: '/api/translations/comments/{id}/settled',
    summary: 'Resolve a comment, or reopen it',
    action: 'translate',
    within: 'language',
    body: Joi.object({ settled: Joi.boolean().required() }),
  },
  listCarriedOver: {
    method: 'get',
    path: '/api/translations/carried-over',
    summary: 'What an edition has and what it lacks: texts, choices, pictures with words, categories',
    action: 'read',
    query: Joi.object({ ...edition, limit: limit(200, 100), offset, q: Joi.string().max(200) }),
  },
  memoryMatches: {
    method: 'get',
    path: '/api/memory/matches',
    summary: 'The best matches of a source, with their scores',
    action: 'read',
    query: Joi.object({
      source: Joi.string().max(50_000).required().description('A coded text: placeholders as <1>…</1> and <2/>.'),
      ...languages,
      to: language.required(),
      placeholders: Joi.string().max(50_000).description('The placeholders of the source, as JSON.'),
      before: Joi.string().allow('').max(50_000),
      after: Joi.string().allow('').max(50_000),
      limit: limit(20, 5),
    }),
  },
  listMemory: {
    method: 'get',
    path: '/api/memory',
    summary: 'Pairs of the memory, the newest first',
    action: 'read',
    query: Joi.object({
      q: Joi.string().max(200),
      ...languages,
      twice: Joi.boolean().default(false).description('Only sources with several targets.'),
      limit: limit(200, 100),
      offset,
    }),
  },
  correctPair: {
    method: 'put',
    path: '/api/memory/pairs/{id}',
    summary: 'Change the target of a pair',
    action: 'translate',
    within: 'language',
    body: Joi.object({ target: Joi.string().trim().min(1).max(50_000).required() }),
  },
  forgetPairs: {
    method: 'post',
    path: '/api/memory/forget',
    summary: 'Delete pairs',
    action: 'edit-content',
    body: Joi.object({ ids: Joi.array().items(Joi.number().integer()).min(1).max(1000).required() }),
  },
  importMemory: {
    method: 'post',
    path: '/api/memory/import',
    orJob: true,
    summary: 'Import pairs from a TMX file',
    action: 'edit-content',
    bodyType: 'application/x-tmx+xml',
    body: Joi.string(),
  },
  exportMemory: {
    method: 'get',
    path: '/api/memory/export',
    answerType: 'application/x-tmx+xml',
    summary: 'The memory as TMX',
    action: 'read',
    query: Joi.object(languages),
  },
  exportTerms: {
    method: 'get',
    path: '/api/glossary-file',
    answerType: 'text/csv',
    summary: 'The glossary as CSV',
    action: 'read',
  },
  importTerms: {
    method: 'post',
    path: '/api/glossary-file',
    summary: 'Import terms from a CSV file: all of them, or nothing',
    action: 'edit-content',
    query: Joi.object({ mode: Joi.string().valid('check', 'apply').default('check') }),
    bodyType: 'text/csv',
    body: Joi.string(),
  },
} as const satisfies Record<keyof TranslationAnswers, Operation>
