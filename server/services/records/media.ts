import { isKnownTag, tagProblem } from '@core/language/tag'
import type { MediaItem } from '@core/media/item'
import { refersTo } from '@core/attributes/types/registry'
import { deleteMedia, writeMedia } from '../../db/queries/content-records'
import { contentOf, libraryItem, rootsNaming, usersOf } from '../../db/queries/media'
import { invalidateWhere } from '../../db/queries/readiness'
import { pagesWithPicture } from './composed-pages'
import { countTextsShowing, hasOtherVersion, versionsOfMedia } from '../../db/queries/references'
import { rulesNaming, type Problems, type RecordKind } from './kind'
import { inLabels } from './label-texts'

export const media: RecordKind<MediaItem> = {
  name: 'picture or file',
  stamp: 'content',
  async read(db, code) {
    return (await libraryItem(db, code))?.item
  },
  async check(record, _before, setup, tx) {
    const problems: Problems = []
    if (!(await contentOf(tx.db, record.digest)))
      problems.push({ path: 'digest', message: 'No uploaded file has this digest.' })
    const tag = (language: string | null, path: string) => {
      if (language !== null && !isKnownTag(language)) problems.push({ path, message: tagProblem(language) })
    }
    for (const language of Object.keys(record.labels)) tag(language, `labels.${language}`)
    tag(record.words, 'words')
    const box = record.crop
    if (box && (box.left + box.width > 1.0001 || box.top + box.height > 1.0001))
      problems.push({ path: 'crop', message: 'The crop goes beyond the edge of the picture.' })
    if (record.rights.until !== null && Number.isNaN(Date.parse(record.rights.until)))
      problems.push({ path: 'rights.until', message: 'There is no such day.' })
    const { of } = record
    if (of) {
      tag(of.language, 'of.language')
      const original = await libraryItem(tx.db, of.name)
      if (!original) problems.push({ path: 'of.name', message: `There is no “${of.name}” in the library.` })
      else if (of.name === record.code)
        problems.push({ path: 'of.name', message: 'A file cannot be a version of itself.' })
      else if (original.item.of)
        problems.push({
          path: 'of.name',
          message: `“${of.name}” is a version of “${original.item.of.name}” itself. Name that one.`,
        })
      if (of.storefront !== null && !setup.storefronts.has(of.storefront))
        problems.push({ path: 'of.storefront', message: `There is no storefront “${of.storefront}”.` })
      if (of.storefront === null && of.language === null)
        problems.push({ path: 'of', message: 'An own version is for a language, a storefront or both.' })
      if (await hasOtherVersion(tx.db, of, record.code))
        problems.push({ path: 'of', message: `“${of.name}” has another version there already.` })
      if ((await versionsOfMedia(tx.db, record.code)).length > 0)
        problems.push({ path: 'of', message: 'It has versions itself, so it cannot be one.' })
    }
    return { record, problems }
  },
  write: writeMedia,
  async deletionBlockers(tx, record, setup) {
    const why: string[] = []
    const { count, skus } = await usersOf(tx.db, setup, record.code, 3)
    if (count > 0)
      why.push(
        `${count === 1 ? '1 product uses' : `${count} products use`} it: ` +
          `${skus.join(', ')}${count > skus.length ? ' …' : ''}. Remove it from them first.`,
      )
    const versions = await versionsOfMedia(tx.db, record.code)
    if (versions.length > 0) why.push(`${versions.join(', ')} are own versions of it. Delete them first.`)
    const pages = await pagesWithPicture(tx.db, record.code)
    if (pages.length > 0) why.push(`The pages ${pages.map((name) => `“${name}”`).join(', ')} show it.`)
    const pieces = await countTextsShowing(tx.db, record.code)
    if (pieces > 0) why.push(`It is used in ${pieces} texts of pieces.`)
    for (const a of [...setup.attributes.values()].filter((a) => refersTo(a, 'picture', 'file'))) {
      const ruled = await rulesNaming(tx.db, setup, `option:${a.code}:${record.code.toLowerCase()}`)
      if (ruled.length > 0) why.push(`The assignment ${ruled.join(', ')} names it. Change its rule first.`)
    }
    return why
  },
  remove: (tx, record) => deleteMedia(tx, record.code),
  async invalidate(tx, { before, after, code }, setup) {
    const names = [code, ...[before, after].flatMap((r) => r?.of?.name ?? [])]
    await invalidateWhere(tx, rootsNaming(setup, names))
  },
  labels: {
    prefix: 'media',
    title: (m) => m.code,
    texts: (m) => [
      inLabels(
        'label',
        'Alternative text or title',
        m.labels,
        'Read out in place of a picture; the text of a link to a file',
      ),
    ],
  },
}
