import { checkPictures, itemChecks } from '../../media/checks'
import { namesIn, type Library } from '../../media/versions'
import { isRequired } from '../../attributes/required'
import type { Reading } from '../family'
import type { JudgedEdition } from '../prepare'
import type { Tally } from '../tally'
import { strands } from '../finding'

const strand = strands.indexOf('media')

/** The number of checks that each picture goes through: those of the item, its version, and whether it is another's twin. */
const perPicture = itemChecks.filter((c) => c.level === 'blocker').length + 1

/** The pictures that a product's page shows, checked as the media library checks them: there, in the wanted views, fit to use. */
export function judgeMedia(reading: Reading, edition: JudgedEdition, library: Library, tally: Tally): void {
  const { family, prepared } = reading
  const type = prepared.setup.types.get(family.root.type)
  const use = type?.attributes.find((a) => a.attribute === 'pictures')
  const attribute = prepared.setup.attributes.get('pictures')
  if (!use || !attribute) return
  const members = use.perVariant && family.variants.length > 0 ? [0, ...family.variants.map((_, i) => i + 1)] : [0]
  const pictures = [...new Set(members.flatMap((m) => namesIn(reading.value(attribute, m, edition).value)))]
  if (pictures.length === 0 && !isRequired(use, edition.storefront.code, () => reading.facts(edition), prepared.setup)) return
  const found = checkPictures(pictures, type!.views, library, edition.reader, edition.day)
  // One for being there at all, one for each view.
  const asked = 1 + type!.views.length + pictures.length * perPicture
  let missed = 0
  for (const { code, level, message, picture } of found) {
    const kind = `media:${code}`
    const at = picture === null ? `attribute:pictures` : `picture:${picture}`
    const perLanguage = code === 'no-label' || code === 'no-version'
    const finding = { code: kind, level, at, fix: `${kind}|${code === 'no-view' ? /“([^”]*)”/.exec(message)?.[1] ?? '' : ''}|${perLanguage ? edition.language : ''}`, said: { message } }
    if (level === 'blocker') {
      missed++
      tally.miss(finding)
    } else tally.note(finding)
  }
  tally.pass(strand, Math.max(0, asked - missed))
}
