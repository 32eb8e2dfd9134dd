/** A screen: where it is, what it is called, and by which other words people look for it. */
export interface Screen {
  to: string
  name: string
  /** Its name in the head of its stage, where that is shorter. */
  tab?: string
  words?: string
  /** What it is for, in one sentence; on the page that lists the screens of its stage. */
  about?: string
  /** Whether the head of its stage marks it on this page alone, not on those under it. */
  exact?: true
  /** Whether it is reached from elsewhere than the head of its stage. */
  aside?: true
}

/** A stage of the work: its screens, the first of which the rail leads to. The drawings are ours. */
export interface Stage {
  code: string
  name: string
  drawing: string
  to: string
  /** Settings stand at the foot. */
  foot?: true
  parts: Screen[]
}

/** Every stage and screen there is, in the order of the rail. A new screen is a line here, and its page. */
export const stages: readonly Stage[] = [
  {
    code: 'readiness',
    name: 'Readiness',
    to: '/readiness',
    drawing: 'M5 4v16M10 4v16M15 4v9M20 4v16M3 20h18',
    parts: [
      { to: '/readiness', name: 'Readiness', words: 'dashboard overview completeness missing home', aside: true },
    ],
  },
  {
    code: 'catalogue',
    name: 'Catalogue',
    to: '/catalogue',
    drawing: 'M4 5h16M4 10h16M4 15h16M4 20h10',
    parts: [
      { to: '/catalogue', name: 'Products', exact: true, words: 'catalogue sheet table items' },
      { to: '/catalogue/new', name: 'New product', words: 'add create', aside: true },
      { to: '/catalogue/import', name: 'Import products', tab: 'Import', words: 'upload file csv excel spreadsheet' },
      { to: '/catalogue/feeds', name: 'Feeds', words: 'scheduled import supplier' },
      { to: '/catalogue/change', name: 'Bulk edit', words: 'mass update many', aside: true },
      { to: '/catalogue/lists', name: 'Named lists', words: 'collection selection' },
      {
        to: '/work',
        name: 'History of work',
        words: 'jobs log undo import bulk edit runs results background',
        aside: true,
      },
      { to: '/catalogue/pool', name: 'Data pool', words: 'look up manufacturer gtin' },
    ],
  },
  {
    code: 'library',
    name: 'Library',
    to: '/library',
    drawing: 'M5 4h5v16H5zM10 4h4v16h-4zM15 5l4-1 2.6 15-4 1z',
    parts: [
      { to: '/library', name: 'Pieces', exact: true, words: 'tabs blocks faq content' },
      { to: '/questions', name: 'Question sets', words: 'faq answers' },
      { to: '/tidy', name: 'Clean-up', words: 'unused duplicates' },
      { to: '/content-files', name: 'Import and export', words: 'download upload library file' },
      { to: '/media', name: 'Pictures and files', words: 'images media photos alt text' },
    ],
  },
  {
    code: 'assignments',
    name: 'Assignments',
    to: '/assignments',
    drawing: 'M4 6h6l4 12h6M4 18h6l1.4-4M14 6h6',
    parts: [
      { to: '/assignments', name: 'Assignments', words: 'rules reach targeting' },
      { to: '/rules', name: 'Named rules', words: 'conditions segments' },
      { to: '/coverage', name: 'Coverage', words: 'gaps report' },
    ],
  },
  {
    code: 'translation',
    name: 'Translation',
    to: '/translation',
    drawing: 'M4 5h7v14H4zM13 5h7v14h-7M6 9h3M6 12h3M15 9h3M15 12h3',
    parts: [
      { to: '/translation', name: 'Work', exact: true, words: 'translation translate desk tasks' },
      { to: '/translation/progress', name: 'Progress', words: 'translation status languages' },
      { to: '/translation/carried-over', name: 'Carried over', words: 'translation options labels pictures' },
      { to: '/translation/memory', name: 'Memory', words: 'translation tmx matches' },
      { to: '/translation/glossary', name: 'Glossary', words: 'terms terminology forbidden' },
    ],
  },
  {
    code: 'campaigns',
    name: 'Campaigns',
    to: '/campaigns',
    drawing: 'M4 7h16M4 12h16M4 17h16M7 5v4M15 10v4M10 15v4',
    parts: [
      { to: '/campaigns', name: 'Campaigns', words: 'season sale dates' },
      { to: '/pages', name: 'Pages', words: 'landing composed hero sections address' },
    ],
  },
  {
    code: 'review',
    name: 'Review',
    to: '/review',
    drawing: 'M4 4h11v9M4 4v16h7M7 8h5M7 12h3M13 17l3 3 5-7',
    parts: [
      { to: '/review/waiting', name: 'Suggestions', words: 'drafts approve accept' },
      { to: '/translation?show=to-review', name: 'Translations to review', words: 'approve confirm' },
      { to: '/review/comments', name: 'Comments', words: 'preview feedback answers guests shared links' },
      { to: '/review/recipes', name: 'Recipes', words: 'drafting generate texts' },
      { to: '/review/same-texts', name: 'Duplicate texts', words: 'same similar' },
    ],
  },
  {
    code: 'releases',
    name: 'Releases',
    to: '/releases',
    drawing: 'M12 16V4M7 9l5-5 5 5M4 14v6h16v-6',
    parts: [
      {
        to: '/releases',
        name: 'Releases',
        words: 'publish go live deploy roll back compare delivery',
        aside: true,
      },
    ],
  },
  {
    code: 'settings',
    name: 'Settings',
    to: '/settings',
    drawing: 'M5 4v16M12 4v16M19 4v16M3 9h4M10 15h4M17 7h4',
    foot: true,
    parts: [
      {
        to: '/settings/types',
        name: 'Product types',
        about: 'Which attributes a kind of product has, in which groups, and which are required.',
        words: 'templates fields',
      },
      {
        to: '/settings/attributes',
        name: 'Attributes',
        about: 'The facts and texts that products can have: their type, unit, options and rules.',
        words: 'fields properties options',
      },
      {
        to: '/settings/categories',
        name: 'Categories',
        about: 'The tree of categories in the shops, with names in every language.',
        words: 'tree navigation taxonomy',
      },
      {
        to: '/settings/storefronts',
        name: 'Storefronts',
        about: 'Languages, page layout, menu, phrases, standing pages, addresses and release rules of each shop.',
        words: 'shops languages currency menu phrases layout',
      },
      {
        to: '/settings/house-style',
        name: 'House style',
        about: 'What texts must be like: length, words, formatting and voice.',
        words: 'guidelines banned words length',
      },
      {
        to: '/settings/block-kinds',
        name: 'Block types',
        about: 'Blocks with named fields, such as steps or comparisons.',
        words: 'content blocks fields',
      },
      {
        to: '/settings/connections',
        name: 'Connections',
        about: 'Other systems that are sent a message when something happens here.',
        words: 'webhook integration notify cache purge messages',
      },
      {
        to: '/settings/delivery-keys',
        name: 'Delivery keys',
        about: 'Keys with which shops read the pages of customer groups and earlier releases.',
        words: 'api token shop customer groups access',
      },
    ],
  },
]

/** The stage of a code. */
export const stageOf = (code: string): Stage => stages.find((s) => s.code === code)!

/** The path of an address, without its query. */
const pathOf = (to: string) => to.split('?')[0]!

/** Whether a page belongs to a stage: it is one of its screens, or under one, and no other stage's that it leads to. */
export function isInStage(stage: Stage, path: string): boolean {
  const others = stages.filter((s) => s !== stage)
  const own = stage.parts.filter((p) => !others.some((s) => pathOf(p.to).startsWith(s.to)))
  return path.startsWith(stage.to) || own.some((p) => path.startsWith(pathOf(p.to)))
}

/** Whether a screen's name or words hold what is typed, word by word, in any order and case. */
export function answersTo({ name, words }: { name: string; words?: string }, typed: string): boolean {
  const all = `${name} ${words ?? ''}`.toLowerCase()
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word))
}
