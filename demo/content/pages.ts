import { noLimits } from '@core/assignments/limits'
import type { ComposedPage } from '@core/composed/page'
import { shop } from './pieces'

/** The picture that opens the landing page. */
export const nightPicture = 'night-ride.svg'

/** A landing page: what the workshop rides with in winter, and more while the campaign runs. */
export const composedPages: ComposedPage[] = [
  {
    code: 'through-the-winter',
    name: 'Through the winter',
    note: 'From the first frost until the clocks go forward. The row is chosen by the workshop.',
    use: 'landing',
    resting: false,
    limits: {
      ...noLimits(),
      storefronts: ['uk', 'de', 'ch'],
      languages: ['en-GB', 'de-DE', 'de-CH', 'fr-CH'],
    },
    titles: {
      'en-GB': 'Through the winter',
      'de-DE': 'Durch den Winter',
      'fr-CH': 'Traverser l’hiver',
    },
    slugs: {
      'en-GB': 'through-the-winter',
      'de-DE': 'durch-den-winter',
      'fr-CH': 'traverser-l-hiver',
    },
    searchTitles: {
      'en-GB': 'Cycling through the winter: tyres, bags, care',
      'de-DE': 'Radfahren im Winter: Reifen, Taschen, Pflege',
      'fr-CH': 'Le vélo en hiver: pneus, sacoches, entretien',
    },
    searchDescriptions: {
      'en-GB': 'What the workshop at Tarnwheel rides with when it is dark, wet and icy.',
      'de-DE': 'Womit die Werkstatt von Tarnwheel fährt, wenn es dunkel, nass und glatt ist.',
      'fr-CH': 'Ce avec quoi l’atelier Tarnwheel roule quand il fait nuit, humide et glissant.',
    },
    afterwards: null,
    sections: [
      {
        code: 'opening',
        kind: 'hero',
        limits: noLimits(),
        texts: {
          title: {
            'en-GB': 'Dark at four. Home by five.',
            'de-DE': 'Um vier ist es dunkel. Um fünf sind Sie zu Hause.',
            'fr-CH': 'Nuit à seize heures. À la maison à dix-sept.',
          },
          text: {
            'en-GB': '<p>Tyres that grip, a bag that stays dry, oil that stays on the chain: our own winter kit.</p>',
            'de-DE':
              '<p>Reifen, die greifen, eine Tasche, die trocken bleibt, Öl, das auf der Kette bleibt: ' +
              'womit wir selbst durch den Winter kommen.</p>',
            'fr-CH':
              '<p>Des pneus qui accrochent, une sacoche qui reste sèche, une huile qui reste sur la chaîne: ' +
              'notre propre équipement d’hiver.</p>',
          },
          link: {
            'en-GB': 'See the bag that stays dry',
            'de-DE': 'Die Tasche ansehen, die trocken bleibt',
            'fr-CH': 'Voir la sacoche qui reste sèche',
          },
        },
        holds: { picture: nightPicture, link: { sku: 'PE-1830' } },
      },
      {
        code: 'before-the-frost',
        kind: 'text',
        limits: noLimits(),
        texts: {
          title: {
            'en-GB': 'Before the first frost',
            'de-DE': 'Vor dem ersten Frost',
            'fr-CH': 'Avant le premier gel',
          },
          text: {
            'en-GB':
              '<p>Change tyres while the roads are still dry, and oil the chain every week once they are not. ' +
              `Ring ${shop('phone')} and tell us your way to work.</p>`,
            'de-DE':
              '<p>Wechseln Sie die Reifen, solange die Straßen noch trocken sind, und ölen Sie die Kette jede Woche, ' +
              `sobald sie es nicht mehr sind. Rufen Sie ${shop('phone')} an und erzählen Sie uns von Ihrem ` +
              'Arbeitsweg.</p>',
            'de-CH':
              '<p>Wechseln Sie die Reifen, solange die Strassen noch trocken sind, und ölen Sie die Kette jede Woche, ' +
              `sobald sie es nicht mehr sind. Rufen Sie ${shop('phone')} an und erzählen Sie uns von Ihrem ` +
              'Arbeitsweg.</p>',
            'fr-CH':
              '<p>Changez de pneus tant que la route est sèche, et huilez la chaîne chaque semaine dès qu’elle ne ' +
              `l’est plus. Appelez le ${shop('phone')} et parlez-nous de votre trajet.</p>`,
          },
        },
        holds: {},
      },
      {
        code: 'kit',
        kind: 'products',
        limits: noLimits(),
        texts: {
          title: {
            'en-GB': 'Chosen by the workshop',
            'de-DE': 'Von der Werkstatt ausgesucht',
            'fr-CH': 'Choisis par l’atelier',
          },
          text: {},
        },
        holds: {
          chosen: ['PE-3220', 'PE-1830', 'TW-8630', 'PE-6518', 'TW-5052', 'PE-1825', 'OX-5120'],
          atLeast: 2,
          atMost: 6,
        },
      },
      {
        code: 'said',
        kind: 'quotation',
        limits: noLimits(),
        texts: {
          text: {
            'en-GB': 'The first icy morning always comes a day before the tyres.',
            'de-DE': 'Der erste glatte Morgen kommt immer einen Tag vor den Reifen.',
            'fr-CH': 'Le premier matin de verglas arrive toujours un jour avant les pneus.',
          },
          source: {
            'en-GB': 'The workshop, every November',
            'de-DE': 'Die Werkstatt, jeden November',
            'fr-CH': 'L’atelier, chaque novembre',
          },
        },
        holds: {},
      },
      {
        code: 'presents',
        kind: 'text',
        limits: { ...noLimits(), campaign: 'dark-evenings' },
        texts: {
          title: { 'en-GB': 'Bought for a present?', 'de-DE': 'Als Geschenk gekauft?' },
          text: {
            'en-GB': '<p>Until the feast of lights is over, you can return it until <strong>31 January</strong>.</p>',
            'de-DE':
              '<p>Bis das Lichterfest vorbei ist, können Sie es bis zum <strong>31. Januar</strong> zurückgeben.</p>',
          },
        },
        holds: {},
      },
    ],
  },
]
