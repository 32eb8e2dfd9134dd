import { factIn } from '../catalogue/storefront-facts'
import { type Attribute, type AttributeTypeName, type Value } from '../attributes/attribute'
import { labelIn } from '../language/labels'
import { checkedValue } from '../attributes/checked-value'
import { attributeTypes } from '../attributes/types/registry'
import { ValueProblem } from '../attributes/types/shape'
import type { Family, Setup } from '../catalogue/model'
import type { Style } from '../house-style/style'
import { displayValue, valuesFor } from '../page/values'
import { plainText } from '../richtext/read'
import { textOf } from '../translation/state'
import type { Reader } from '../values/resolve'
import { factLine, gatherFacts, type Beside, type GatheredFacts, type MadeFrom } from './facts'
import { unknownNumbers } from './honest'
import { optionInPhoto, photoFacts, readingLine } from './photo'
import { stepKinds, type Recipe, type RecipeStep, type StepKindName } from './recipe'
import type { DraftingService, DraftRequest } from './service'

/** Where a proposed value would stand: at a product, or as the text of a picture. */
export type ProposalPlace =
  | { kind: 'product'; attribute: string; storefront: string | null; language: string | null }
  | { kind: 'picture'; name: string; language: string }

/** A value that is proposed for a place. */
export interface Proposal {
  place: ProposalPlace
  value: Value
  /** Others that would do as well. */
  alternatives: Value[]
  /** Which step wrote it. */
  step: StepKindName
  /** Numbers in it that no fact says. */
  invented: string[]
  madeFrom: MadeFrom[]
}

/** What a step came to. */
export interface StepResult {
  kind: StepKindName
  /** The instruction as it was asked, every inline value filled in. */
  asked: string
  /** What it gives to later steps, and to read. */
  text: string
  proposals: Proposal[]
  units: number
  notes: string[]
}

/** A family that is drafted for, in an edition, with all that the steps need. */
export interface DraftingOf {
  recipe: Pick<Recipe, 'steps' | 'storefront'>
  family: Family
  reader: Reader
  setup: Setup
  styleOf(field: string): Style
  beside: Beside & {
    /** The main picture, and whether it has a text in the language. */ picture?: {
      name: string
      described: boolean
    } | null
  }
  /** Words of names that are taken or to be avoided, folded. */
  taken: readonly string[]
  service: DraftingService
}

/** A seed for a product that stays the same from run to run: FNV-1a over its SKU. */
export function seedOf(sku: string): number {
  let h = 2166136261
  for (let i = 0; i < sku.length; i++) h = Math.imul(h ^ sku.charCodeAt(i), 16777619) >>> 0
  return h % 9973
}

/**
 * Runs a recipe's steps one after the other; each sees what those before it wrote. Throws a DraftingProblem where the
 * service does not answer.
 */
export async function runRecipe(of: DraftingOf): Promise<StepResult[]> {
  const gathered = gatherFacts(of.family, of.reader, of.setup, of.beside)
  const results: StepResult[] = []
  for (const step of of.recipe.steps) results.push(await runStep(step, results, gathered, of))
  return results
}

async function runStep(
  step: RecipeStep,
  before: readonly StepResult[],
  gathered: GatheredFacts,
  of: DraftingOf,
): Promise<StepResult> {
  const asked = instructionFor(step, before, of)
  const kind = stepKinds[step.kind]
  if (step.kind === 'facts')
    return {
      kind: 'facts',
      asked,
      text: gathered.facts.map(factLine).join('\n'),
      proposals: [],
      units: 0,
      notes: gathered.facts.length === 0 ? ['There is no fact.'] : [],
    }
  if (step.kind === 'photo') return readPhoto(asked, of, gathered)
  const {
    family: { root },
    setup,
    service,
  } = of
  const draft = await service.draft(requestFor(step.kind, asked, gathered, before, of))
  const notes = [...draft.notes]
  const known = [nameOf(of) ?? '', root.sku, ...gathered.facts.flatMap((f) => f.parts), ...before.map((r) => r.text)]
  const proposals = draft.texts.flatMap((t): Proposal[] => {
    const attribute = setup.attributes.get(t.field)
    if (!attribute || !kind.writes.includes(t.field)) {
      notes.push(`There is no attribute “${t.field}” to put it into.`)
      return []
    }
    try {
      const value = checkedValue(t.value, attribute)
      if (value === null) return []
      const wanted = new Set(t.facts)
      const madeFrom = gathered.madeFrom.filter((m) => wanted.has(m.path.replace(/^attribute:|@.*$/g, '')))
      return [
        {
          place: placeOf(attribute, of),
          value,
          alternatives: t.alternatives ?? [],
          step: step.kind,
          invented: unknownNumbers(value, attribute.type, gathered.facts, known),
          madeFrom,
        },
      ]
    } catch (e) {
      if (!(e instanceof ValueProblem)) throw e
      notes.push(`The draft for “${t.field}” cannot be used: ${e.message}`)
      return []
    }
  })
  return {
    kind: step.kind,
    asked,
    text: proposals.map((p) => readable(p.value, attributeOf(p, setup)?.type ?? 'text')).join('\n'),
    proposals,
    units: draft.units,
    notes,
  }
}

const attributeOf = (p: Proposal, setup: Setup): Attribute | undefined =>
  p.place.kind === 'product' ? setup.attributes.get(p.place.attribute) : undefined

/** A value as plain text. */
function readable(value: Value, type: AttributeTypeName): string {
  const { formatted } = attributeTypes[type]
  if (formatted === 'blocks') return plainText(String(value))
  return formatted === 'lines' ? (value as string[]).map(plainText).join('\n') : textOf(value)
}

function placeOf(attribute: Attribute, { recipe, reader }: DraftingOf): ProposalPlace {
  return {
    kind: 'product',
    attribute: attribute.code,
    storefront: attribute.perStorefront ? recipe.storefront : null,
    language: attribute.translatable ? reader.edition.language : null,
  }
}

/** What stands on the product in the edition, where it counts. */
function standing(of: DraftingOf): (code: string) => Value | undefined {
  const read = valuesFor(of.family.root, of.family, of.reader, of.setup)
  return (code) => {
    const found = read(code)
    return found && found.value !== null && found.counts ? found.value : undefined
  }
}

/** The name in the edition, else in any language: it is shown there too. */
function nameOf(of: DraftingOf): string | null {
  const value = valuesFor(of.family.root, of.family, of.reader, of.setup)('name')?.value
  return value === null || value === undefined ? null : String(value)
}

/**
 * An instruction in words: inline values of the product and the storefront filled in, results of earlier steps put
 * where they are named.
 */
function instructionFor(step: RecipeStep, before: readonly StepResult[], of: DraftingOf): string {
  const { reader, setup } = of
  const facts = setup.storefronts.get(reader.edition.storefront)?.facts ?? {}
  const read = valuesFor(of.family.root, of.family, reader, setup)
  const plain = plainText(
    step.instruction.replace(/<data value="([^"]*)"><\/data>/g, (_, address: string) => `\u0001${address}\u0002`),
  )
  return plain.replace(/\u0001([^:\u0002]*):([^\u0002]*)\u0002/g, (_, kind: string, code: string) => {
    if (kind === 'step') return before.find((r) => r.kind === code)?.text ?? ''
    if (kind === 'storefront') return factIn(facts[code], reader.counting) ?? ''
    const value = read(code)?.value
    return value === null || value === undefined ? '' : displayValue(code, value, reader, setup)
  })
}

function requestFor(
  step: StepKindName,
  instruction: string,
  gathered: GatheredFacts,
  before: readonly StepResult[],
  of: DraftingOf,
): DraftRequest {
  const {
    family: { root },
    reader,
    setup,
  } = of
  const stands = standing(of)
  const texts: Record<string, Value> = {}
  for (const { writes } of Object.values(stepKinds)) {
    for (const field of writes) {
      const value = stands(field)
      if (value !== undefined) texts[field] = value
    }
  }
  for (const r of before)
    for (const p of r.proposals) if (p.place.kind === 'product') texts[p.place.attribute] = p.value
  const fields = step === 'photo' ? ['alternative'] : stepKinds[step].writes
  return {
    step,
    instruction,
    language: reader.edition.language,
    facts: gathered.facts,
    texts,
    taken: step === 'names' ? of.taken : [],
    seed: seedOf(root.sku),
    product: {
      sku: root.sku,
      type: root.type,
      noun: labelIn(setup.types.get(root.type)?.labels ?? {}, reader.chain, root.type),
      name: nameOf(of),
      brand: setup.brands.get(root.brand ?? '')?.name ?? null,
    },
    styles: Object.fromEntries(fields.map((f) => [f, of.styleOf(f)])),
  }
}

async function readPhoto(asked: string, of: DraftingOf, gathered: GatheredFacts): Promise<StepResult> {
  const {
    beside: { photo, picture },
    family: { root, variants },
    setup,
    reader,
    service,
  } = of
  if (!photo || !picture)
    return { kind: 'photo', asked, text: '', proposals: [], units: 0, notes: ['It has no readable picture.'] }
  const proposals: Proposal[] = []
  const notes: string[] = []
  const pictures = gathered.madeFrom.filter((m) => m.path.startsWith('attribute:pictures'))
  const colour = setup.attributes.get('colour')
  const use = setup.types.get(root.type)?.attributes.find((a) => a.attribute === 'colour')
  // What variants differ in is theirs to say, each with its own picture.
  if (
    colour &&
    attributeTypes[colour.type].options === 'one' &&
    use &&
    !(use.perVariant && variants.length > 0) &&
    standing(of)('colour') === undefined
  ) {
    const option = optionInPhoto(colour, photo)
    if (option !== undefined)
      proposals.push({
        place: { kind: 'product', attribute: 'colour', storefront: null, language: null },
        value: option,
        alternatives: [],
        step: 'photo',
        invented: [],
        madeFrom: pictures,
      })
  }
  let units = 0
  if (!picture.described && service.languages.includes(reader.edition.language.split('-')[0]!)) {
    const request = requestFor(
      'photo',
      asked,
      { facts: photoFacts(photo, reader.edition.language), madeFrom: [] },
      [],
      of,
    )
    const draft = await service.draft(request)
    units = draft.units
    notes.push(...draft.notes)
    const text = draft.texts.find((t) => t.field === 'alternative')
    if (text)
      proposals.push({
        place: { kind: 'picture', name: picture.name, language: reader.edition.language },
        value: text.value,
        alternatives: [],
        step: 'photo',
        invented: [],
        madeFrom: [],
      })
  }
  return { kind: 'photo', asked, text: readingLine(photo), proposals, units, notes }
}
