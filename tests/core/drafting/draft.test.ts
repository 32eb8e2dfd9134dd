import { describe, expect, it } from 'vitest'
import { runRecipe, type DraftingOf } from '@core/drafting/run'
import { stepKinds, type RecipeStep, type StepKindName } from '@core/drafting/recipe'
import { styleFor, type HouseStyle } from '@core/house-style/style'
import { editionReader } from '@core/page/values'
import { plainText } from '@core/richtext/read'
import { phraseDrafting } from '@server/stand-ins/drafting/stand-in'
import { attributes } from '../../../demo/setup/attributes'
import { storefronts } from '../../../demo/setup/storefronts'
import { types } from '../../../demo/setup/types'
import { product, single, testSetup, values } from '../../world'
import type { Value } from '@core/attributes/attribute'

const setup = {
  ...testSetup(),
  attributes: new Map(attributes.map((a) => [a.code, a])),
  types: new Map(types.map((t) => [t.code, t])),
  storefronts: new Map(storefronts.map((s) => [s.code, s])),
}
const editions: Record<string, string> = { 'en-GB': 'uk', 'de-DE': 'de', 'de-CH': 'ch', 'fr-CH': 'ch', 'ja-JP': 'jp' }
const pannier: Record<string, Value> = {
  'name@/en-GB': 'Regn 18 roll pannier',
  'name@/de-DE': 'Rolltasche Regn 18',
  'name@/fr-CH': 'Sacoche étanche Regn 18',
  volume: { value: 18, unit: 'L' },
  'load-limit': { value: 7, unit: 'kg' },
  weight: { value: 664, unit: 'g' },
  material: 'tarpaulin',
  mounting: ['rack'],
  colour: 'slate',
  reflective: true,
  'warranty-years': 5,
}

function of(
  language: string,
  steps: RecipeStep[],
  { type = 'pannier', given = pannier, styles = [] as HouseStyle[], sku = 'PE-1818', taken = [] as string[] } = {},
): DraftingOf {
  const storefront = editions[language]!
  return {
    recipe: { steps, storefront: null },
    family: single({ ...product(sku), type, values: values(given) }),
    reader: editionReader(setup, storefront, language),
    setup,
    styleOf: (field) => styleFor(styles, field, { storefront, language }),
    beside: {},
    taken,
    service: phraseDrafting,
  }
}
const step = (kind: StepKindName, instruction = stepKinds[kind].instruction): RecipeStep => ({
  kind,
  instruction: instruction.startsWith('<') ? instruction : `<p>${instruction}</p>`,
})
const drafted = async (d: DraftingOf) => (await runRecipe(d)).flatMap((r) => r.proposals)
const described = async (d: DraftingOf) =>
  plainText(
    String(
      (await drafted(d)).find((p) => p.place.kind === 'product' && p.place.attribute === 'description')?.value ?? '',
    ),
  )

describe('a description by the phrase bank', () => {
  it.each([
    ['en-GB', 'This pannier is made of welded, PVC-free tarpaulin. {volume}'],
    ['de-DE', 'Diese Gepäckträgertasche besteht aus verschweißter, PVC-freier Plane. {volume}'],
    ['de-CH', 'Diese Gepäckträgertasche besteht aus verschweisster, PVC-freier Plane. {volume}'],
    ['fr-CH', 'Cette sacoche de porte-bagages est en bâche soudée sans PVC. {volume}'],
  ])('says the facts by grammar in %s', async (language, begins) => {
    const text = await described(
      of(language, [step('facts'), step('description', 'Write up to 10 sentences in 2 paragraphs.')]),
    )
    expect(text.slice(0, begins.length - 8)).toBe(begins.slice(0, -8))
    expect(text).toContain('@volume')
    expect(text).toContain('@warranty-years')
    expect(text.split('\n')).toHaveLength(2)
  })
  it('is the same for the same facts, and another for another product', async () => {
    const texts = await Promise.all(
      ['PE-1818', 'PE-1818', 'PE-1819', 'PE-1820', 'PE-1821'].map((sku) =>
        described(of('en-GB', [step('description')], { sku })),
      ),
    )
    expect(texts[0]).toBe(texts[1])
    expect(new Set(texts).size).toBeGreaterThan(1)
  })
  it('says no fact that there is not', async () => {
    const given = { 'name@/en-GB': 'Regn', volume: { value: 18, unit: 'L' }, reflective: false }
    const text = await described(of('en-GB', [step('description')], { given }))
    expect(text).toMatch(/@volume/)
    expect(text).not.toMatch(/made of|reflect|weigh|load/i)
  })
  it('names the product once, then has a pronoun for it; abbreviated units and full stops do not meet', async () => {
    const text = await described(
      of('de-DE', [step('description')], {
        type: 'rear-light',
        given: {
          output: { value: 20, unit: 'lm' },
          'burn-time': { value: 16, unit: 'h' },
          weight: { value: 48, unit: 'g' },
        },
      }),
    )
    expect(text).not.toContain('..')
    expect(text.match(/Dieses Rücklicht/g)?.length ?? 0).toBeLessThanOrEqual(1)
  })
  it('keeps grammatical number and gender', async () => {
    expect(
      (
        await drafted(
          of('de-DE', [step('summary')], {
            type: 'mudguards',
            given: { weight: { value: 300, unit: 'g' }, width: { value: 46, unit: 'mm' }, material: 'polycarbonate' },
          }),
        )
      )[0]!.value,
    ).toBe('Schutzbleche aus Polycarbonat, messen 46 mm in der Breite und wiegen 300 g.')
    const gloves = { material: 'merino', size: 'M', reflective: true, season: 'winter' }
    expect(await described(of('en-GB', [step('description')], { type: 'gloves', given: gloves }))).toMatch(
      /These gloves are made of merino wool\..*They reflect light\. They are made for riding in winter\./s,
    )
    expect(await described(of('de-DE', [step('description')], { type: 'gloves', given: gloves }))).toMatch(
      /Diese Handschuhe bestehen aus Merinowolle\..*Sie reflektieren Licht\. Sie sind für den Winter gemacht\./s,
    )
    expect(await described(of('fr-CH', [step('description')], { type: 'gloves', given: gloves }))).toMatch(
      /Ces gants sont en laine mérinos\..*Ils réfléchissent la lumière\. Ils sont faits pour l’hiver\./s,
    )
    expect(await described(of('fr-CH', [step('description')], { type: 'lock', given: { material: 'steel' } }))).toMatch(
      /^Cet antivol est en acier trempé\./,
    )
    expect(
      await described(
        of('de-DE', [step('description')], {
          type: 'rack',
          given: { 'load-limit': { value: 25, unit: 'kg' }, mounting: ['frame'] },
        }),
      ),
    ).toMatch(
      /^(Dieser Gepäckträger trägt bis zu @load-limit\.\sEr|Die Zuladung beträgt höchstens @load-limit\.\sDieser Gepäckträger) wird am Rahmen befestigt/,
    )
  })
})

describe('an instruction', () => {
  const by = (instruction: string, more: Parameters<typeof of>[2] = {}) =>
    described(of('de-DE', [step('description', instruction)], more))
  it('limits sentences and paragraphs', async () => {
    const text = await by('Write 3 sentences in one paragraph.')
    expect(text.match(/\./g)).toHaveLength(3)
    expect(text).not.toContain('\n')
  })
  it('says what stands first, what must be said and what must not', async () => {
    expect(await by('Begin with the load limit.')).toMatch(
      /^(Diese Gepäckträgertasche trägt bis zu @load-limit\. Sie|Die Zuladung beträgt höchstens @load-limit\. Diese Gepäckträgertasche) besteht aus verschweißter/,
    )
    expect(await by('Leave out the weight and the warranty, years.')).not.toMatch(/@weight|@warranty/)
    expect(await by('Write 2 sentences. Mention the colour.')).toMatch(/@colour/)
  })
  it('sets the voice and fixed words', async () => {
    expect(await by('Address the reader as du.')).toContain('Du packst @volume hinein.')
    expect(await by('Address the reader as Sie.')).toContain('Sie packen @volume hinein.')
    expect(await by('End with “Aus unserer Werkstatt”.')).toMatch(/Aus unserer Werkstatt\.$/)
  })
  it('takes inline values and the results of earlier steps', async () => {
    const results = await runRecipe(
      of('de-DE', [
        step('facts'),
        step('description'),
        step(
          'summary',
          '<p>Say it as in: <data value="step:description"></data>, of <data value="attribute:name"></data>, ' +
            '<data value="storefront:phone"></data></p>',
        ),
      ]),
    )
    expect(results[2]!.asked).toContain('Diese Gepäckträgertasche')
    expect(results[2]!.asked).toContain('of Rolltasche Regn 18, 030 23125 118')
    expect(results[0]!.text).toContain('Volumen: 18 l')
  })
})

describe('the house style', () => {
  const style = (settings: HouseStyle['settings'], field: string | null = null): HouseStyle[] => [
    { code: 'x', field, storefront: null, language: null, settings },
  ]
  it('is obeyed: length, banned and preferred words, number of points', async () => {
    expect(
      await described(of('de-DE', [step('description')], { styles: style({ banned: ['Platz', 'fasst'] }) })),
    ).not.toMatch(/Platz|fasst/)
    expect(
      await described(
        of('de-DE', [step('description')], {
          styles: style({ preferred: [{ use: 'Innenraum', insteadOf: ['Drinnen'] }] }),
        }),
      ),
    ).not.toMatch(/Drinnen/)
    expect(
      (
        await described(
          of('de-DE', [step('description')], {
            styles: style({ characters: { least: null, most: 120 } }, 'description'),
          }),
        )
      ).length,
    ).toBeLessThan(150)
    const points = (
      await drafted(
        of('fr-CH', [step('key-points', 'Write 8 points.')], {
          styles: style({ points: { least: 3, most: 4 } }, 'key-points'),
        }),
      )
    )[0]!.value as string[]
    expect(points).toHaveLength(4)
  })
  it('says so where nothing can be written within it', async () => {
    const [result] = await runRecipe(
      of('en-GB', [step('description')], {
        given: { volume: { value: 18, unit: 'L' } },
        styles: style({ banned: ['room', 'hold', 'volume', 'warranty'] }),
      }),
    )
    expect(result!.proposals).toEqual([])
    expect(result!.notes[0]).toMatch(/Nothing could be written/)
  })
})

describe('summary, points, search texts, names', () => {
  it('writes summaries as a sentence of the language', async () => {
    const summary = async (language: string) => (await drafted(of(language, [step('summary')])))[0]!.value
    expect(await summary('en-GB')).toBe(
      'A pannier made of welded, PVC-free tarpaulin that holds 18 l and carries up to 7 kg.',
    )
    expect(await summary('de-DE')).toBe(
      'Gepäckträgertasche aus verschweißter, PVC-freier Plane, fasst 18 l und trägt bis zu 7 kg.',
    )
    expect(await summary('fr-CH')).toMatch(
      /^Sacoche de porte-bagages en bâche soudée sans PVC qui contient 18.l et porte jusqu’à 7.kg\.$/,
    )
  })
  it('writes search texts from name and summary, within their width', async () => {
    const found = Object.fromEntries(
      (await drafted(of('de-DE', [step('summary'), step('search-texts')]))).map((p) => [
        p.place.kind === 'product' ? p.place.attribute : '',
        p.value,
      ]),
    )
    expect(found['search-title']).toBe('Rolltasche Regn 18 – Gepäckträgertasche, fasst 18 l')
    expect(found.slug).toBe('rolltasche-regn-18')
    expect(String(found['search-description'])).toMatch(/^Gepäckträgertasche aus verschweißter/)
    expect(String(found['search-words']).split(', ')).toEqual(
      expect.arrayContaining(['Fahrradtasche', 'Packtasche', 'Gepaecktraegertasche']),
    )
  })
  it('proposes names that nothing is called, nor nearly called', async () => {
    const [first] = await drafted(of('en-GB', [step('names')]))
    expect(first!.alternatives).toHaveLength(2)
    const word = String(first!.value).split(' ')[0]!.toLowerCase()
    const [second] = await drafted(of('en-GB', [step('names')], { taken: [`${word}x`] }))
    expect(String(second!.value).toLowerCase()).not.toContain(word)
  })
  it('refuses languages that it does not write', async () => {
    await expect(runRecipe(of('ja-JP', [step('description')]))).rejects.toThrow(/writes en, de, fr/)
  })
})
