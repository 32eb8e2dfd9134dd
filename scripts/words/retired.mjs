// Words that the interface does not use, each with what it says instead. Names on the wire (`resting`, `refused`, `needed`)
// are names, not words.

/** Retired words: a pattern over a text of the interface, and the plain word for it. */
export const retired = [
  [/\bput(ting)?\b.*\bback\b|\btak(e|ing) (it |them |the .*)?back\b/i, 'undo'],
  [/\btake\b(?! part\b).*\bout\b|\btaken out\b/i, 'remove'],
  [/\bleave (it|them|the changes)\b|\bcall(ed)? off\b/i, 'cancel, discard changes'],
  [/\blet (it|them) go\b|\blet go\b/i, 'use parent’s value, remove'],
  [/\bwork(ed|ing)? (it )?out\b|\banew\b/i, 'recalculate'],
  [/\bjudg(e|ed|es|ing)\b/i, 'evaluate'],
  [/\b(it|assignment|piece) rests\b|^rests?$|\bwake\b|\bto rest\b/i, 'paused, resume'],
  [/\bchange many\b|\bmany products are changed\b/i, 'bulk edit'],
  [/\bsmallest number\b/i, 'minimum order quantity'],
  [/\bsold from\b/i, 'available from'],
  [/\bhang together\b|\bhas to do with\b/i, 'relation, related product'],
  [/\basked often\b/i, 'FAQ'],
  [/\bcapitals count\b/i, 'match case'],
  [/\bput (there|instead)\b/i, 'replace with'],
  [/\ba row a \w+\b/i, 'one row per product'],
  [/\bbeside$|\bno edition beside\b/i, 'compare with…'],
  [/\bkept yet\b|\bkeep this\b|\bis kept$/i, 'saved, save'],
  [/\bbeforehand\b/i, 'pre-translate'],
  [/\b(send|sent) out\b/i, 'export for translation'],
  [/\b(bring|brought) back\b/i, 'import translations'],
  [/\bgive to\b|\bgiven to\b/i, 'assign, assigned to'],
  [/\bc(a|o)me along\b/i, 'carried over'],
  [/\bput in order\b|\bnothing (brings|puts)\b/i, 'clean-up, unused, not assigned'],
  [/\bsays? (nearly )?the same\b/i, 'duplicate texts'],
  [/\bwait(s|ing)? to be read\b/i, 'to review'],
  [/\brefuse\b/i, 'reject'],
  [/\bsave (it )?as a file\b|\bsave the (findings|problems)\b/i, 'export'],
  [/\b(language|storefront|segment) before$/i, 'previous'],
  [/\bone under the other\b|\bfolded\b/i, 'stacked, accordion'],
  [/\basked of each variant\b/i, 'match each variant separately'],
  [/\bin the place of\b|\btakes? (the|its) place\b/i, 'replaces'],
  [/\btells machines\b/i, 'structured data'],
  [/\brule (fits|does not fit)\b|\bsaw:/i, 'matches the rule, value:'],
  [/\bfrees\b/i, 'unblocks'],
  [/\blooked after by\b|\bwhose it is\b/i, 'owner'],
  [/\botherwise\b/i, 'different, text changes'],
  [/\bright so\b/i, 'ignore this finding'],
  [/\bis called that\b|\bis like that\b/i, 'no results'],
  [/\bconditions hold\b/i, 'filters on'],
  [/\bfrom elsewhere\b|\bkept as they are\b/i, 'data from other systems'],
  [/\btoo little to write\b/i, 'too few facts to draft from'],
  [/^mark(ed)?$|\bmark (all|none|what|it)\b|\d?\bmarked rows?\b/i, 'select, selected'],
  [
    /\bmake (a|an|the) (new )?(attribute|product|list|set|rule|recipe|feed|part|kind|piece|assignment)\b/i,
    'new, create',
  ],
  [/\bis called (so|reviewed)\b/i, 'has the same title, is reviewed'],
]

/** Every retired word in some texts: where it stands, and what to write instead. */
export const retiredIn = (texts) =>
  texts.flatMap(({ file, line, text }) =>
    retired
      .filter(([pattern]) => pattern.test(text))
      .map(([, instead]) => `${file}:${line} “${text}”: write ${instead}`),
  )
