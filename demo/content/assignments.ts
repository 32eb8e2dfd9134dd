import type { AssignmentRecord, PieceRecord } from '@contracts/records'
import type { Campaign } from '@core/assignments/campaign'
import { noLimits, type Limits } from '@core/assignments/limits'
import type { BlockKind } from '@core/page/block-kind'
import type { Condition } from '@core/rules/condition'
import { piece, text } from './pieces'
import { day } from '../day'

export const campaigns: Campaign[] = [
  {
    code: 'dark-evenings',
    name: 'Dark evenings',
    note: 'Lights and everything reflective, from the first frost to the feast of lights.',
    storefronts: ['uk', 'de'],
    from: day(-9),
    to: day(7),
  },
]

export const blockKinds: BlockKind[] = [
  {
    code: 'steps',
    name: 'Steps',
    many: true,
    fields: [
      { code: 'step', type: 'line', labels: { 'en-GB': 'Step', 'de-DE': 'Schritt', 'fr-CH': 'Étape' } },
      { code: 'how', type: 'text', labels: { 'en-GB': 'How', 'de-DE': 'Wie', 'fr-CH': 'Comment' } },
    ],
  },
]

/** What the campaign brings, a block with steps, and what one product has for itself. */
export const morePieces: PieceRecord[] = [
  piece({
    code: 'returns-till-january',
    kind: 'tab',
    name: 'Returns until January',
    note: 'Presents are opened late; stands in for the usual text in the campaign.',
    tags: ['service', 'campaign'],
    texts: [
      text('en-GB', 'Returns', '<p>Bought for a present? You can return it until <strong>31 January</strong>.</p>'),
      text(
        'de-DE',
        'Rückgabe',
        '<p>Als Geschenk gekauft? Sie können es bis zum <strong>31. Januar</strong> zurückgeben.</p>',
      ),
    ],
  }),
  piece({
    code: 'chain-in-four-steps',
    kind: 'block',
    name: 'A chain in four steps',
    note: 'What our workshop does, in the same words.',
    tags: ['care'],
    blockKind: 'steps',
    sign: 'drop',
    texts: [
      {
        storefront: null,
        language: 'en-GB',
        title: 'In four steps',
        body: '',
        entries: [
          { step: 'Wipe', how: '<p>Pull the chain through a dry rag, three turns of the crank.</p>' },
          { step: 'Drip', how: '<p>One drop on every roller, no more.</p>' },
          { step: 'Wait', how: '<p>An hour is good, a night is better.</p>' },
          { step: 'Wipe again', how: '<p>What shines on the outside only collects dust.</p>' },
        ],
      },
      {
        storefront: null,
        language: 'de-DE',
        title: 'In vier Schritten',
        body: '',
        entries: [
          {
            step: 'Abwischen',
            how: '<p>Die Kette durch einen trockenen Lappen ziehen, drei Umdrehungen der Kurbel.</p>',
          },
          { step: 'Tropfen', how: '<p>Ein Tropfen auf jede Rolle, nicht mehr.</p>' },
          { step: 'Warten', how: '<p>Eine Stunde ist gut, eine Nacht ist besser.</p>' },
          { step: 'Noch einmal wischen', how: '<p>Was außen glänzt, sammelt nur Staub.</p>' },
        ],
      },
    ],
  }),
  piece({
    code: 'pe-1830-from-the-sewing-room',
    kind: 'tab',
    name: 'From the sewing room',
    note: 'Only this bag is still sewn by one person.',
    sign: 'knot',
    own: { sku: 'PE-1830', area: 'details', order: 25, limits: noLimits(), resting: false },
    texts: [
      text(
        'en-GB',
        'From the sewing room',
        '<p>One person sews this bag from the first seam to the last. Her number stands on the label inside.</p>',
      ),
      text(
        'de-DE',
        'Aus der Nähstube',
        '<p>Diese Tasche näht eine einzige Person, von der ersten Naht bis zur letzten. Ihre Nummer steht ' +
          'innen auf dem Etikett.</p>',
      ),
      text(
        'fr-CH',
        'De l’atelier de couture',
        '<p>Une seule personne coud ce sac, de la première couture à la dernière. Son numéro est inscrit sur ' +
          'l’étiquette intérieure.</p>',
      ),
    ],
  }),
]

const everything: AssignmentRecord['reach'] = {
  base: 'everything',
  rule: null,
  chosen: [],
  added: [],
  leftOut: [],
  eachVariant: false,
}
const where = (rule: Condition): AssignmentRecord['reach'] => ({ ...everything, base: 'rule', rule })
type Said = Partial<AssignmentRecord> & Pick<AssignmentRecord, 'code' | 'name' | 'reach' | 'order'>
const assign = ({ limits, ...record }: Omit<Said, 'limits'> & { limits?: Partial<Limits> }): AssignmentRecord => ({
  pieces: [],
  sets: [],
  area: 'details',
  replaces: null,
  resting: false,
  ...record,
  limits: { ...noLimits(), ...limits },
})

export const assignments: AssignmentRecord[] = [
  assign({
    code: 'rack-fit-on-panniers',
    name: 'Rack fit on panniers',
    pieces: ['rack-fit'],
    reach: where({
      all: [
        { field: 'type', is: 'equals', value: 'pannier' },
        { field: 'attribute:load-limit', is: 'present', value: true },
      ],
    }),
    order: 20,
  }),
  assign({
    code: 'mounting-on-hardware',
    name: 'Mounting where there are notes',
    pieces: ['mounting'],
    reach: where({
      all: [
        {
          field: 'type',
          is: 'one-of',
          value: ['pannier', 'handlebar-bag', 'rack', 'lock', 'front-light', 'rear-light'],
        },
      ],
    }),
    order: 30,
  }),
  assign({
    code: 'battery-return',
    name: 'Battery note on lights',
    pieces: ['battery-return'],
    reach: where({
      any: [
        { field: 'attribute:battery-included', is: 'equals', value: true },
        { field: 'tags', is: 'equals', value: 'battery' },
      ],
    }),
    order: 60,
  }),
  assign({
    code: 'size-help',
    name: 'Size help on clothing',
    pieces: ['size-help'],
    reach: where({
      all: [
        { field: 'category', is: 'equals', value: 'clothing' },
        { none: [{ field: 'type', is: 'equals', value: 'helmet' }] },
      ],
    }),
    order: 35,
  }),
  assign({ code: 'returns', name: 'Returns on everything', pieces: ['returns'], reach: everything, order: 200 }),
  assign({
    code: 'asked-of-everything',
    name: 'Common questions',
    sets: ['asked-of-everything'],
    reach: everything,
    order: 100,
  }),
  assign({
    code: 'asked-of-returns',
    name: 'Return period, where there is one',
    pieces: ['how-long-to-return'],
    reach: everything,
    order: 95,
    limits: { storefronts: ['uk', 'de', 'be', 'ca', 'jp'] },
  }),
  assign({
    code: 'asked-of-lights',
    name: 'Questions on lights',
    sets: ['asked-of-lights'],
    reach: where({ all: [{ field: 'type', is: 'one-of', value: ['front-light', 'rear-light'] }] }),
    order: 90,
  }),
  assign({
    code: 'chain-steps',
    name: 'Steps on chain care',
    pieces: ['chain-in-four-steps'],
    reach: where({ all: [{ field: 'type', is: 'equals', value: 'chain-care' }] }),
    area: 'below-details',
    order: 10,
  }),
  assign({
    code: 'returns-in-dark-evenings',
    name: 'Longer returns in Dark evenings',
    pieces: ['returns-till-january'],
    replaces: 'returns',
    reach: everything,
    order: 200,
    limits: { campaign: 'dark-evenings' },
  }),
]
