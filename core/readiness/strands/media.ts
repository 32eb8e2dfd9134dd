import { checkPictures, itemChecks } from '../../media/checks'
import { namesIn, type Library } from '../../media/versions'
import { isRequired } from '../../attributes/required'
import type { Reading } from '../family'
import type { EvaluatedEdition } from '../prepare'
import type { Tally } from '../tally'
import { fixOf, placeOf, strands } from '../finding'
import { findingKinds } from '../kinds'

const strand = strands.indexOf('media')

/**
 * The number of checks that each picture goes through: those of the item, its version, and whether it is another's
 * near-duplicate.
 */
const perPicture = itemChecks.filter((c) => c.level === 'blocker').length + 1

/**
 * The pictures that a product's page shows, checked as the media library checks them: there, in the wanted views, fit
 * to use.
 */
export function evaluateMedia(reading: Reading, edition: EvaluatedEdition, library: Library, tally: Tally): void {
  const { family, prepared } = reading
  const type = prepared.setup.types.get(family.root.type)
  const use = type?.attributes.find((a) => a.attribute === 'pictures')
  const attribute = prepared.setup.attributes.get('pictures')
  if (!use || !attribute) return
  const pictures = [...namesIn(reading.value(attribute, 0, edition).value)]
  // Variants add pictures of their own; that one of them is the parent's once more is as it should be.
  const added = use.perVariant
    ? [...new Set(family.variants.flatMap((_, i) => namesIn(reading.value(attribute, i + 1, edition).value)))].filter(
        (n) => !pictures.includes(n),
      )
    : []
  if (pictures.length === 0) pictures.push(...added.splice(0))
  if (pictures.length === 0 && !isRequired(use, edition.storefront.code, () => reading.facts(edition), prepared.setup))
    return
  const found = [
    ...checkPictures(pictures, type!.views, library, edition.reader, edition.day),
    ...(added.length > 0
      ? checkPictures(added, [], library, edition.reader, edition.day).filter((f) => f.code !== 'near-duplicate')
      : []),
  ]
  // One for being there at all, one for each view.
  const asked = 1 + type!.views.length + (pictures.length + added.length) * perPicture
  let missed = 0
  for (const { code, level, message, picture, view } of found) {
    const kind = `media:${code}`
    const at = picture === null ? placeOf('attribute', 'pictures') : placeOf('picture', picture)
    // The sentence of those is made for each language.
    const finding = {
      code: kind,
      level,
      at,
      fix: fixOf(kind, view ?? ''),
      ...(findingKinds[kind]!.perLanguage ? {} : { details: { message } }),
    }
    if (level === 'blocker') {
      missed++
      tally.miss(finding)
    } else tally.note(finding)
  }
  tally.pass(strand, Math.max(0, asked - missed))
}
