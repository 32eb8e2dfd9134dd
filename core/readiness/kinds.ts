import { capitalised } from '../language/letters'
import { textCheckKinds } from '../house-style/kinds'
import { itemChecks } from '../media/checks'
import type { FindingKind } from './finding'

const many = (n: number, one: string, more = `${one}s`) => `${n.toLocaleString('en-GB')} ${n === 1 ? one : more}`

const facts: Record<string, FindingKind> = {
  'fact-missing': {
    strand: 'facts',
    label: 'fact missing',
    message: ({ details }, called) =>
      details
        ? `“${called}” is missing on ${details.variants} of its ${details.of} variants, ${details.first} first.`
        : `“${called}” is missing.`,
    fix: ({ of, to, products }) => `Fill in “${of}” on ${many(products, to.toLowerCase(), 'products')}`,
  },
  'fact-not-allowed': {
    strand: 'facts',
    label: 'fact out of range',
    message: ({ details }, called) => `“${called}”: ${details?.problem ?? 'it is not allowed.'}`,
    fix: ({ of, products }) => `Correct “${of}” on ${many(products, 'product')}`,
  },
  thin: {
    strand: 'facts',
    label: 'too few facts to draft from',
    message: ({ details }) =>
      `It has too few facts to draft from: ${details?.facts ?? 0} of ${details?.of ?? 0} facts. ` +
      `${details?.help ?? ''} would help most.`,
    fix: ({ products }) => `Add facts to ${many(products, 'product')}`,
  },
  'no-price': {
    strand: 'facts',
    label: 'no price',
    message: ({ details }) =>
      details?.variants
        ? `${details.variants} of its ${details.of} variants have no price in ${details.currency}, ${details.first} first.`
        : `It has no price in ${details?.currency ?? 'the storefront’s currency'}.`,
    fix: ({ to, products }) => `Price ${many(products, 'product')} for ${to}`,
  },
  'no-parts': {
    strand: 'facts',
    label: 'set without parts',
    message: () => 'It is a set, and has no parts.',
    fix: ({ products }) => `Add parts to ${many(products, 'set')}`,
  },
}

const copy: Record<string, FindingKind> = {
  'copy-missing': {
    strand: 'copy',
    label: 'text missing',
    perLanguage: true,
    message: ({ details }, called, language) =>
      `“${called}” is missing in ${language}${details?.language ? `; there is one in ${details.language}` : ''}.`,
    fix: ({ of, language, products }) => `Write “${of}” in ${language} for ${many(products, 'product')}`,
  },
  'only-pictures': {
    strand: 'copy',
    label: 'text only in pictures',
    perLanguage: true,
    message: (_f, called) => `“${called}” has pictures and no text; text in pictures is not read.`,
    fix: ({ of, language, products }) => `Add text to “${of}” in ${language} on ${many(products, 'product')}`,
  },
  'title-words': {
    strand: 'copy',
    label: 'search title not covered by the text',
    perLanguage: true,
    message: ({ details }, called) => `“${called}” says ${details?.words ?? ''}, which is not in the text.`,
    fix: ({ language, products }) => `Align search titles and texts in ${language} on ${many(products, 'product')}`,
  },
  'search-words': {
    strand: 'copy',
    label: 'unnecessary search words',
    perLanguage: true,
    message: ({ details }, called) =>
      `“${called}” holds ${details?.words ?? ''}, which ${details?.why ?? 'is already in the text'}.`,
    fix: ({ language, products }) => `Clean up search words in ${language} on ${many(products, 'product')}`,
  },
  'name-variant': {
    strand: 'copy',
    label: 'name repeats variant words',
    perLanguage: true,
    message: ({ details }, called) => `“${called}” says “${details?.word ?? ''}”, which its variants add.`,
    fix: ({ language, products }) => `Remove variant words from ${many(products, 'name')} in ${language}`,
  },
}

/** What the house style finds is told in its own words. */
const styles = Object.fromEntries(
  Object.entries(textCheckKinds).map(([code, { label }]): [string, FindingKind] => [
    `style:${code}`,
    {
      strand: 'copy',
      label,
      perLanguage: true,
      message: ({ details }, called) => `“${called}”: ${details?.message ?? label}`,
      fix: ({ of, language, products }) =>
        `${capitalised(label)}: fix “${of}” in ${language} on ${many(products, 'product')}`,
    },
  ]),
)

const language: Record<string, FindingKind> = {
  unread: {
    strand: 'language',
    label: 'machine translation not confirmed',
    perLanguage: true,
    message: (_f, called) => `“${called}” was translated by machine and nobody has confirmed it.`,
    fix: ({ language: l, places }) => `Confirm ${many(places, 'machine-translated text')} in ${l}`,
  },
  'below-state': {
    strand: 'language',
    label: 'translation state too low',
    perLanguage: true,
    message: ({ details }, called) =>
      `“${called}” is ${details?.state ?? 'initial'}; this edition requires ${details?.asks ?? 'more'}.`,
    fix: ({ language: l, places }) => `Review ${many(places, 'text')} in ${l}`,
  },
  stale: {
    strand: 'language',
    label: 'stale',
    perLanguage: true,
    message: (_f, called) => `“${called}” is out of date: its source has changed.`,
    fix: ({ language: l, places }) => `Update ${many(places, 'stale text')} in ${l}`,
  },
  untranslated: {
    strand: 'language',
    label: 'not translated',
    perLanguage: true,
    message: (_f, called, l) => `“${called}” is not translated into ${l}.`,
    fix: ({ language: l, places }) => `Translate ${many(places, 'further text')} into ${l}`,
  },
  'piece-unread': {
    strand: 'language',
    label: 'machine translation of a piece not confirmed',
    perLanguage: true,
    message: (_f, called) => `“${called}” was translated by machine and nobody has confirmed it.`,
    fix: ({ language: l, places }) => `Confirm ${many(places, 'machine-translated piece')} in ${l}`,
  },
  'piece-below-state': {
    strand: 'language',
    label: 'translation of a piece not far enough',
    perLanguage: true,
    message: ({ details }, called) =>
      `“${called}” is ${details?.state ?? 'initial'}; this edition requires ${details?.asks ?? 'more'}.`,
    fix: ({ language: l, places }) => `Review ${many(places, 'piece')} in ${l}`,
  },
  'piece-stale': {
    strand: 'language',
    label: 'piece stale',
    perLanguage: true,
    message: (_f, called) => `“${called}” is out of date: its source has changed.`,
    fix: ({ language: l, places }) => `Update ${many(places, 'piece')} in ${l}`,
  },
}

const mediaFixes: Record<string, FindingKind['fix']> = {
  'no-label': ({ language: l, places }) => `Alternative text in ${l} for ${many(places, 'picture')}`,
  'no-view': ({ of, products }) => `Add a picture with the view “${of}” to ${many(products, 'product')}`,
  'no-picture': ({ products }) => `Add a picture to ${many(products, 'product')}`,
  'too-small': ({ places }) => `Get ${many(places, 'larger picture')}`,
  'right-ended': ({ places }) => `Renew the right to ${many(places, 'picture')}`,
}

/** Those of which the sentence is another one in each language. */
const mediaMessages: Record<string, FindingKind['message']> = {
  'no-label': (_f, called, l) => `${called} has no alternative text in ${l}.`,
  'no-version': (_f, called, l) =>
    `${called} contains text that readers of ${l} cannot read; it needs its own version.`,
}

const media = Object.fromEntries(
  [
    ...itemChecks.map(({ code, label }) => [code, label]),
    ['no-picture', 'no picture'],
    ['unknown', 'picture not in the library'],
    ['no-version', 'no version with text in this language'],
    ['no-view', 'a required view is missing'],
    ['near-duplicate', 'near-duplicate pictures'],
  ].map(([code, label]): [string, FindingKind] => [
    `media:${code}`,
    {
      strand: 'media',
      label: label!,
      perLanguage: code! in mediaMessages,
      message:
        mediaMessages[code!] ??
        (({ details }, called) =>
          called === '' ? String(details?.message ?? label) : `${called}: ${details?.message ?? label}`),
      fix: mediaFixes[code!] ?? (({ products }) => `${capitalised(label!)}: fix ${many(products, 'product')}`),
    },
  ]),
)

const content: Record<string, FindingKind> = {
  'piece-no-text': {
    strand: 'content',
    label: 'piece not in this language',
    perLanguage: true,
    message: ({ details }, called) => `“${called}” would not be shown: ${details?.reason ?? 'it has no text'}.`,
    fix: ({ language: l, places }) => `Translate ${many(places, 'piece')} into ${l}`,
  },
  'piece-empty': {
    strand: 'content',
    label: 'piece would be empty',
    message: ({ details }, called) => `“${called}” would be empty: ${details?.reason ?? 'its values are'}.`,
    fix: ({ of, to, products }) => `Fill in ${to}, which “${of}” names (${many(products, 'product')})`,
  },
  'area-empty': {
    strand: 'content',
    label: 'area empty',
    message: (_f, called) => `The area “${called}” is required and empty.`,
    fix: ({ of, products }) => `Add content to “${of}” for ${many(products, 'product')}`,
  },
}

/** Every kind of finding. Adding one is adding an entry, and what finds it. */
export const findingKinds: Readonly<Record<string, FindingKind>> = {
  ...facts,
  ...copy,
  ...styles,
  ...language,
  ...media,
  ...content,
}

/** The codes whose fixes are told apart by language. */
export const codesPerLanguage: readonly string[] = Object.entries(findingKinds)
  .filter(([, k]) => k.perLanguage)
  .map(([code]) => code)
