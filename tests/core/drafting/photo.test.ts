import { describe, expect, it } from 'vitest'
import { optionInPhoto, readingLine } from '@core/drafting/photo'
import { recipeProblems, stepKinds } from '@core/drafting/recipe'
import { runRecipe, type DraftingOf } from '@core/drafting/run'
import { unknownNumbers } from '@core/drafting/honest'
import type { PhotoReading } from '@core/media/reading'
import { editionReader } from '@core/page/values'
import { phraseDrafting } from '@server/stand-ins/drafting/stand-in'
import { attributes } from '../../../demo/setup/attributes'
import { family, product, single, testSetup, values } from '../../world'
import type { Attribute, Value } from '@core/attributes/attribute'

const colour = attributes.find((a) => a.code === 'colour')!
const seen = (...colours: string[]): PhotoReading => ({
  version: 1,
  plain: true,
  ground: '#f4f1ea',
  colours: colours.map((c, i) => ({ colour: c, share: 0.6 / (i + 1) })),
  subject: { left: 0, top: 0, width: 1, height: 1 },
  proportions: 1.6,
  letters: 0,
})

describe('optionInPhoto', () => {
  it('takes the option whose hue is nearest to the largest colour, in other light too', () => {
    expect(
      ['#2f5d4a', '#35664f', '#26406e', '#9c3238', '#a53b41', '#b3812c', '#cfc8b8', '#4c5763'].map((c) =>
        optionInPhoto(colour, seen(c, '#ffffff')),
      ),
    ).toEqual(['fir', 'fir', 'ink', 'madder', 'madder', 'ochre', 'chalk', 'slate'])
  })
  it('takes none where none is near, and goes by the name where options have no hue', () => {
    expect(optionInPhoto(colour, seen('#e58aa8'))).toBeUndefined()
    expect(optionInPhoto(colour, seen())).toBeUndefined()
    const named: Pick<Attribute, 'options'> = {
      options: [
        { code: 'r', labels: { 'en-GB': 'Red' } },
        { code: 'b', labels: { 'de-DE': 'Blau' } },
      ],
    }
    expect(optionInPhoto(named, seen('#2b5fb0'))).toBe('b')
    expect(optionInPhoto(named, seen('#2f8f4a'))).toBeUndefined()
  })
  it('says what was read in a line', () => {
    expect(readingLine({ ...seen('#2f5d4a', '#c3362f'), letters: 12 })).toBe(
      'green, red; on a plain white ground; 1.6 times as wide as high; words in it (about 12 letters)',
    )
  })
})

describe('reading the photo as a step', () => {
  const setup = testSetup()
  setup.attributes.set('colour', colour)
  for (const t of setup.types.values())
    t.attributes.push({
      attribute: 'colour',
      group: 'facts',
      required: false,
      requiredIn: [],
      requiredWhere: null,
      perVariant: t.code === 'glove',
      default: null,
      notApplicable: {},
    })
  const of = (f: DraftingOf['family'], described: boolean, language = 'en-GB'): DraftingOf => ({
    recipe: { storefront: null, steps: [{ kind: 'photo', instruction: stepKinds.photo.instruction }] },
    family: f,
    reader: editionReader(setup, language === 'fr-CH' ? 'ch' : 'uk', language),
    setup,
    styleOf: () => ({ key: '', language }),
    beside: { photo: seen('#2f5d4a'), picture: { name: 'bag.jpg', described } },
    taken: [],
    service: phraseDrafting,
  })
  const bag = (given: Record<string, Value> = {}) =>
    single({ ...product('B-1'), values: values({ 'name@/en-GB': 'Regn', ...given }) })
  const places = async (d: DraftingOf) =>
    (await runRecipe(d))[0]!.proposals.map((p) => [
      p.place.kind === 'product' ? p.place.attribute : p.place.name,
      p.value,
    ])
  it('suggests a colour that is missing, and a text for a picture that has none', async () => {
    expect(await places(of(bag(), false))).toEqual([
      ['colour', 'fir'],
      ['bag.jpg', 'Regn: a green bag on a plain white ground'],
    ])
    expect(await places(of(bag({ colour: 'ink' }), true))).toEqual([])
    expect(await places(of(bag({ colour: 'ink' }), false, 'fr-CH'))).toEqual([
      ['bag.jpg', 'Regn, bag en vert sur fond uni (blanc)'],
    ])
  })
  it('leaves a colour that each variant has for itself', async () => {
    const gloves = family({ ...product('G-1'), type: 'glove' }, product('G-1-S'))
    expect(await places(of(gloves, true))).toEqual([])
  })
})

describe('what is drafted', () => {
  it('is told where it says a number that no fact says', () => {
    const facts = [{ parts: ['18 l', '1.112,5 g'], number: 18 }]
    expect(
      unknownNumbers('<p>Holds 18 litres, weighs 1112.5 g, lasts 30 years.</p>', 'rich-text', facts, ['Regn 22']),
    ).toEqual(['30'])
    expect(
      unknownNumbers('<p><data value="attribute:volume"></data> for the 22</p>', 'rich-text', [], ['Regn 22']),
    ).toEqual([])
  })
  it('comes from steps in an order in which each result is there before it is named', () => {
    const named = (step: string) => `<p><data value="step:${step}"></data></p>`
    expect(
      recipeProblems([
        { kind: 'facts', instruction: '' },
        { kind: 'description', instruction: named('facts') },
      ]),
    ).toEqual([])
    expect(
      recipeProblems([
        { kind: 'description', instruction: named('summary') },
        { kind: 'description', instruction: '' },
      ]).map((p) => p.path),
    ).toEqual(['steps[0].instruction', 'steps[1].kind'])
  })
})
