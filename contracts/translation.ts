import { Joi, type Infer, type ObjectSchema, type Schema } from './schema'
import { isKnownTag, tagProblem } from '@core/language/tag'
import type { AttributeTypeName, Value } from '@core/attributes/attribute'
import type { Style } from '@core/house-style/style'
import type { EffortCount } from '@core/translation/effort'
import type { Coded, Placeholder } from '@core/translation/coded'
import type { GlossaryProblem } from '@core/translation/exchange/glossary-csv'
import { partsOfSpeech, type Term } from '@core/translation/term'
import { translationStates, type TranslationState } from '@core/translation/state'
import { targetOrigins, type SegmentChange, type UnitSegment } from '@core/translation/unit-segments'
import { code } from './product'

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
export const termRecord: ObjectSchema<Term> = Joi.object({
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
export const placeholder: ObjectSchema<Placeholder> = Joi.object({
  n: Joi.number().integer().min(0).max(9999).required(),
  tag: Joi.string().max(20).required(),
  attributes: Joi.object().pattern(Joi.string().max(40), Joi.string().allow('').max(2000)).required(),
  alone: Joi.boolean().required(),
})
export const language = Joi.string()
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

const segmentChange: ObjectSchema<SegmentChange> = Joi.object({
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

/** What is changed in a unit: its target as a whole over the one seen, some of its segments, or where it is split. */
export type UnitChange = { unit: string } & (
  | { target: Value | null; state?: TranslationState; base: Value | null }
  | { segments: SegmentChange[] }
  | { join: number }
  | { split: { index: number; at: number } }
)
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
  .with('target', 'base') as unknown as Schema<UnitChange, UnitChange, 'optional'>

export const saveUnitsBody = Joi.object({
  ...edition,
  record: recordAddress.required(),
  units: Joi.array().items(unitChange).min(1).max(500).required(),
})
export type SaveUnitsBody = Infer<typeof saveUnitsBody>

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

export const offset = Joi.number().integer().min(0).max(10_000_000).default(0)
export const limit = (max: number, standard: number) => Joi.number().integer().min(1).max(max).default(standard)
export const languages = { from: language.description('A source language; the set-up’s without.'), to: language }

/** One translatable text of a record: its source, its target in a language, how far that is. */
export interface Unit {
  unit: string
  label: string
  type: AttributeTypeName
  /** The storefront of the source's scope, if it has one. */
  storefront: string | null
  /** The field whose house style holds; '' where none is of its own. */
  field: string
  /** What a translator should know: where a shopper meets it. */
  note: string
  source: Value
  target: Value | null
  /** Where the edition shows another language's text instead: which, and the text. */
  borrowed: { language: string; value: Value } | null
  state: TranslationState | null
  /** Whether a machine wrote it and no person has confirmed it. */
  unread: boolean
  /** Whether it was sent back with a comment and is not answered yet. */
  returned: boolean
  /** Of one that was sent back: who wrote it, by number, where that is known. */
  writer?: number | null
  stale: boolean
  /** The source that the target was made from, where that has changed since. */
  madeFrom: Value | null
}

/** A unit with its segments, as the desk shows it. */
export interface DeskUnit extends Unit {
  segments: (UnitSegment & { words: number })[]
  /** Whether there is a target whose parts could not be told to the segments. */
  loose: boolean
  /** The house style of the field in the edition. */
  style: Style
}

export interface Desk {
  record: string
  title: string
  source: string
  language: string
  /** The least state that the edition asks for. */
  asks: TranslationState
  units: DeskUnit[]
  /** The glossary's terms that stand in the sources. */
  terms: Term[]
  comments: Comment[]
  share: { person: number; name: string; due: string | null } | null
}

/** What somebody said of a unit, or of one of its segments, by that one's source. */
export interface Comment {
  id: number
  unit: string
  segment: string | null
  person: string | null
  at: string
  words: string
  settled: boolean
}

/** Something of a product that an edition has not, with where it is written. */
export interface LeftBehind {
  what: 'text' | 'option' | 'category' | 'label' | 'picture' | 'alternative'
  name: string
  record: string
  unit: string | null
}

/** What an edition has of a product. */
export interface Arrived {
  sku: string
  name: string
  /**
   * Of texts, choices, categories and pictures: how many have come along, of how many. Measures come along by
   * themselves.
   */
  came: Record<'texts' | 'choices' | 'categories' | 'labels' | 'pictures', [number, number]> & { measures: number }
  left: LeftBehind[]
}

/** A match as people see it. */
export interface Match {
  id: number
  score: number
  source: Coded
  /** With the new source's numbers in it where they differ and that is safe. */
  target: Coded
  /** Whether numbers were swapped in. */
  swapped: boolean
  /** The language it was made for, where that is another variant than the one asked for. */
  variant: string | null
  origin: string
  person: string | null
  changed: string
}

/** A pair in the list of the memory. */
export interface ListedPair {
  id: number
  source: string
  target: string
  sourceLanguage: string
  targetLanguage: string
  origin: string
  person: string | null
  changed: string
  copies: number
}

export interface GlossaryImportReport {
  mode: 'check' | 'apply'
  rows: number
  created: number
  updated: number
  unchanged: number
  rejected: GlossaryProblem[]
  applied: boolean
}

/** What a record has and lacks in an edition. */
export interface WorkCounts {
  texts: number
  missing: number
  stale: number
  /** Put in by a machine, and confirmed by nobody. */
  unread: number
  /** Sent back with a comment, and not answered. */
  returned: number
  /** There, and reviewed by nobody. */
  toReview: number
}

export interface WorkRecord extends WorkCounts {
  record: string
  title: string
  person: string | null
  due: string | null
}

/** The work of an edition, with what all of it comes to. */
export interface WorkList {
  items: WorkRecord[]
  count: number
  total: WorkCounts
}

/** How far an edition is: texts by state. */
export interface EditionProgress {
  storefront: string
  language: string
  /** The least state that it asks for. */
  asks: TranslationState
  states: Record<string, number>
}

export interface MemoryPairs {
  count: number
  items: ListedPair[]
}

export interface EffortReport extends EffortCount {
  records: number
  units: number
}

/** Something that was found in a target, with its place. */
export interface FoundInTarget {
  record: string
  title: string
  unit: string
  label: string
  segment: number
  code: string
  level: 'blocker' | 'remark'
  message: string
  target: string
}

export interface CheckAllReport {
  records: number
  segments: number
  counts: { code: string; level: string; n: number }[]
  found: FoundInTarget[]
  foundCount: number
  overruled: number
}

export interface PretranslateReport {
  records: number
  segments: number
  fromMemory: number
  byMachine: number
  /** Segments that nobody had an answer to. */
  left: number
  /** Words that the service left as they are, the most frequent first. */
  unknown: { word: string; times: number }[]
  step: number | null
}

/** A segment that was not taken, and why. */
export interface RefusedSegment {
  unit: string
  segment: string
  reason: string
}

export interface TranslationImportReport {
  taken: number
  unchanged: number
  refused: RefusedSegment[]
  /** How many were refused; the list holds the first thousand. */
  refusedCount: number
  language: string | null
  step: number | null
}

export interface MemoryImportReport {
  read: number
  added: number
  replaced: number
  refused: { pair: number; reason: string }[]
}
