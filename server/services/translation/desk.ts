import type { DeskUnit, Desk, SaveUnitsBody } from '@contracts/translation'
import { styleFor } from '@core/house-style/style'
import { wordsOfCoded } from '@core/translation/coded'
import { wordCount } from '@core/translation/segmentation'
import { termIn, type Term } from '@core/translation/term'
import { segmentsOf } from '@core/translation/unit-segments'
import { database, inTransaction } from '../../db/connect'
import { loadGlossary } from '../../db/queries/glossary'
import { readStyles } from '../../db/queries/house-style'
import { loadSetup, readSetup } from '../../db/queries/setup'
import { readStoredUnits } from '../../db/queries/unit-segments'
import { readComments } from '../../db/queries/unit-comments'
import { shareOf } from '../../db/queries/work-shares'
import { authorize } from '../people/permission'
import type { Person } from '@contracts/people'
import { unprocessable, notFound, Problem } from '../problem'
import { splitRecord, unitsOfRecords } from './kinds'
import { saveRecords, textsOf } from './save'
import { targetEdition } from './target-edition'

/** The units of a record in an edition's language with their segments: everything that has a source text. */
export async function listUnits(q: { storefront: string; language: string; record: string }): Promise<Desk> {
  const db = database()
  const setup = await loadSetup(db)
  const edition = targetEdition(setup, q.storefront, q.language)
  splitRecord(q.record)
  const found = (await unitsOfRecords(db, setup, [q.record], edition)).get(q.record)
  if (!found) throw notFound(`“${q.record}”`)
  const [stored, styles, glossary, comments] = [
    (await readStoredUnits(db, [q.record], q.language)).get(q.record),
    await readStyles(db),
    await loadGlossary(db, setup.source),
    await readComments(db, q.record, q.language),
  ]
  const languages = { source: setup.source, target: q.language }
  const terms = new Map<string, Term>()
  const units = found.units.map((u): DeskUnit => {
    const { segments, loose } = segmentsOf(textsOf(u, languages, stored?.get(u.unit) ?? null))
    for (const s of segments)
      for (const f of glossary.find(wordsOfCoded(s.text)))
        if (termIn(f.term, q.language)) terms.set(f.term.code, f.term)
    return {
      ...u,
      loose,
      style: styleFor(styles, u.field, q),
      segments: segments.map((s) => ({ ...s, words: wordCount(s.text, setup.source) })),
    }
  })
  return {
    record: q.record,
    title: found.title,
    source: setup.source,
    language: q.language,
    asks: setup.storefronts.get(q.storefront)!.editions.find((e) => e.language === q.language)!.asks,
    units,
    terms: [...terms.values()],
    comments,
    share: (await shareOf(db, q.record, q.language)) ?? null,
  }
}

const conflictWords = {
  'unknown-unit': 'There is no such unit.',
  'source-changed': 'The source has changed, or is segmented differently.',
  'changed-meanwhile': 'Somebody else has changed this text.',
  'nothing-there': 'This segment cannot be joined or split there.',
  blocked: 'It has a blocker.',
}

/**
 * Saves translations of one record: each names the target it was made over, so that only what was changed meanwhile
 * conflicts.
 */
export async function saveUnits(person: Person, body: SaveUnitsBody, now: number): Promise<Desk> {
  authorize(person, 'translate', body.language)
  await inTransaction(async (tx) => {
    const setup = await readSetup(tx.db)
    const edition = targetEdition(setup, body.storefront, body.language)
    if (body.language === setup.source)
      throw unprocessable('The source language is edited on the record, not translated.')
    const { refused } = await saveRecords(tx, person, setup, edition, new Map([[body.record, body.units]]), now, {
      title: `Translated ${body.record.slice(body.record.indexOf(':') + 1)} into ${body.language}`,
    })
    const errors = refused.map((r) => ({
      path: r.segment === null ? r.unit : `${r.unit}#${r.segment}`,
      message: r.finding ?? conflictWords[r.why],
    }))
    if (refused.some((r) => r.why === 'blocked'))
      throw unprocessable(
        'Texts with a blocker cannot be reviewed or final: fix it, or ignore the finding with a reason. ' +
          'Nothing has been changed.',
        errors,
      )
    if (refused.some((r) => r.why === 'unknown-unit' || r.why === 'nothing-there'))
      throw unprocessable('Nothing has been changed.', errors)
    if (refused.length > 0)
      throw new Problem(
        412,
        'Changed by somebody else',
        'Somebody else has changed these texts since you opened them. Nothing has been overwritten.',
        errors,
      )
  })
  return listUnits(body)
}
