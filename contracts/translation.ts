import Joi from 'joi'
import { isKnownTag, tagProblem } from '@core/language/tag'
import type { Placeholder } from '@core/translation/coded'
import { partsOfSpeech, type Term } from '@core/translation/glossary'
import { translationStates } from '@core/translation/state'
import { targetOrigins } from '@core/translation/unit-segments'
import { code } from './product'
import type { Operation } from './operation'

/** Formats in which translations go out. */
export const exchangeFormats = ['xliff-2.1', 'xliff-1.2', 'tmx'] as const
export type ExchangeFormat = (typeof exchangeFormats)[number]

/**
 * What is shown of the work: records that lack something (`open`), that lack one thing, whose texts nobody has reviewed
 * (`to-review`), or all of them.
 */
export const shownWork = ['open', 'missing', 'stale', 'unread', 'returned', 'to-review', 'all'] as const
export type ShownWork = (typeof shownWork)[number]

const word = Joi.string().trim().max(200)
export const termRecord = Joi.object<Term>({
  code: code.required(),
  partOfSpeech: Joi.string()
    .valid(...partsOfSpeech)
    .allow(null)
    .default(null),
  note: Joi.string().allow('').max(2000).default(''),
  languages: Joi.object()
    .pattern(
      Joi.string().max(35),
      Joi.object({
        term: word.allow('').default(''),
        forbidden: Joi.array().items(word.min(1)).unique().max(50).default([]),
      }),
    )
    .min(1)
    .required(),
})

/** What a number in a coded text stands for: an element with its attributes, or an inline value. */
const placeholder = Joi.object<Placeholder>({
  n: Joi.number().integer().min(0).max(9999).required(),
  tag: Joi.string().max(20).required(),
  attributes: Joi.object().pattern(Joi.string().max(40), Joi.string().allow('').max(2000)).required(),
  alone: Joi.boolean().required(),
})
const language = Joi.string()
  .max(35)
  .custom((text: string, helpers) => (isKnownTag(text) ? text : helpers.message({ custom: tagProblem(text) })))
export const edition = {
  storefront: Joi.string().required().description('A storefront code.'),
  language: language.required().description('A BCP 47 tag of the storefront.'),
}
export const recordAddress = Joi.string()
  .max(200)
  .pattern(/^[a-z-]+:.+$/, 'a record such as product:PE-1830 or piece:care')
const state = Joi.string().valid(...translationStates)
const coded = Joi.string().allow('', null).max(50_000)

const segmentChange = Joi.object({
  index: Joi.number().integer().min(0).required().description('Its place in the unit, from 0.'),
  source: Joi.string().required().description('The coded source that it is made for.'),
  base: coded.required().description('The target that was seen.'),
  target: coded.required(),
  state: state.required(),
  origin: Joi.string().valid(...targetOrigins),
  unread: Joi.boolean().description('A machine put it in; without, a person has seen it.'),
  returned: Joi.string().trim().min(1).max(2000).description('Sends it back to its writer, with this comment.'),
  overruled: Joi.object()
    .pattern(Joi.string().max(60), Joi.string().trim().min(1).max(500))
    .description('By the code of a finding: why it does not matter.'),
})

/** What is changed in a unit: its target as a whole, some of its segments, or where it is cut. */
const unitChange = Joi.object({
  unit: Joi.string().max(200).required(),
  target: Joi.any(),
  state,
  base: Joi.any().allow(null),
  segments: Joi.array().items(segmentChange).min(1).max(2000),
  join: Joi.number().integer().min(0),
  split: Joi.object({
    index: Joi.number().integer().min(0).required(),
    at: Joi.number().integer().min(0).required().description('In UTF-16 units of the words of its source.'),
  }),
})
  .xor('target', 'segments', 'join', 'split')
  .with('target', 'base')

export const saveUnitsBody = Joi.object({
  ...edition,
  record: recordAddress.required(),
  units: Joi.array().items(unitChange).min(1).max(500).required(),
})

/** What is asked of the list of work; lists come as words with commas between. */
export const workQuery = {
  ...edition,
  q: Joi.string().max(200),
  show: Joi.string()
    .valid(...shownWork)
    .default('open'),
  kinds: Joi.string().max(200).description('Kinds of record, with commas between; all without.'),
  category: code,
  campaign: code,
  page: Joi.string().max(64).description('A SKU: the texts that its page uses.'),
  person: Joi.number().integer(),
  writer: Joi.number().integer().description('Of what was sent back, only what this person wrote.'),
  due: Joi.string()
    .isoDate()
    .pattern(/^\d{4}-\d\d-\d\d$/, 'a date'),
}

/** The same where it comes in a body, with a condition over products. */
export const workBody = {
  target: Joi.object(edition).required(),
  q: Joi.string().max(200),
  filter: Joi.any().description('A condition over products.'),
  show: Joi.string()
    .valid(...shownWork)
    .default('all'),
  kinds: Joi.array()
    .items(Joi.string().max(40))
    .description('Kinds of record; all without, or products alone where a filter is given.'),
  category: code,
  campaign: code,
  page: Joi.string().max(64),
  person: Joi.number().integer(),
  writer: Joi.number().integer(),
  due: Joi.string().isoDate(),
  records: Joi.array().items(recordAddress).max(10_000).description('These records alone.'),
}

const offset = Joi.number().integer().min(0).max(10_000_000).default(0)
const limit = (max: number, standard: number) => Joi.number().integer().min(1).max(max).default(standard)
const languages = { from: language.description('A source language; the set-up’s without.'), to: language }
const jobNote = 'With Prefer: respond-async a job is answered (202); else the report.'

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
    summary: 'Records with texts that an edition lacks',
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
    summary: 'How far each edition is, in texts by state',
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
    summary: 'Count words and segments, new, matched and repeated, and weigh them; a job is answered (202)',
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
    summary: 'Hold every target against all checks; a job is answered (202), its result has the findings',
    action: 'read',
    reads: true,
    body: Joi.object(workBody),
  },
  pretranslate: {
    method: 'post',
    path: '/api/translations/pretranslations',
    summary: 'Pre-translate open segments from the memory, by machine, or both; a job is answered (202)',
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
    summary: `Import translations from an XLIFF file; what is broken is refused segment by segment. ${jobNote}`,
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
  cameAlong: {
    method: 'get',
    path: '/api/translations/came-along',
    summary: 'What an edition has of products and what it has not: texts, choices, pictures with words, categories',
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
    summary: 'Give a pair another target',
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
    summary: 'Import pairs from a TMX file',
    action: 'edit-content',
    bodyType: 'application/x-tmx+xml',
    body: Joi.string(),
  },
  exportMemory: {
    method: 'get',
    path: '/api/memory/export',
    summary: 'The memory as TMX',
    action: 'read',
    query: Joi.object(languages),
  },
  listTerms: {
    method: 'get',
    path: '/api/glossary',
    summary: 'Terms of the glossary, by code',
    action: 'read',
    query: Joi.object({ q: Joi.string().max(200), limit: limit(500, 100), offset }),
  },
  exportTerms: { method: 'get', path: '/api/glossary-file', summary: 'The glossary as CSV', action: 'read' },
  importTerms: {
    method: 'post',
    path: '/api/glossary-file',
    summary: 'Import terms from a CSV file: all of them, or nothing',
    action: 'edit-content',
    query: Joi.object({ mode: Joi.string().valid('check', 'apply').default('check') }),
    bodyType: 'text/csv',
    body: Joi.string(),
  },
} as const satisfies Record<string, Operation>
