import { stat } from 'node:fs/promises'
import type { ListedMedia, MediaQuery, Uploaded } from '@contracts/media'
import { countsAsPresent } from '@core/language/chain'
import { valuesFor } from '@core/page/values'
import { readingInWords } from '@core/drafting/photo'
import { checkItem, checkPictures } from '@core/media/checks'
import { blankItem, isPicture, type LibraryItem } from '@core/media/item'
import { libraryName, viewOfName } from '@core/media/match-names'
import { labelOfItem, namesIn, versionFor } from '@core/media/versions'
import { dateIn } from '@core/moments/instant'
import type { Reader } from '@core/values/resolve'
import { database, inTransaction } from '../../db/connect'
import { loadFamilyOf, memberOf } from '../../db/queries/families'
import {
  insertContent,
  libraryItem,
  listLibrary,
  loadLibrary,
  readingsOf,
  nearDuplicatesOf,
  usersOf,
} from '../../db/queries/media'
import { loadSetup, type StoredSetup } from '../../db/queries/setup'
import { decode } from '../../decoder/decode'
import { storage } from '../../storage/chosen'
import type { Person } from '@contracts/people'
import { notFound } from '../problem'
import { editionOrProblem } from '../products/products'
import { getRecord, putRecord } from '../records/records'

interface Place {
  storefront?: string
  language?: string
}

/** The edition that is looked through, the source's in the first storefront where none is named, and its day. */
export function placeOf(setup: StoredSetup, q: Place, now: number): { reader: Reader; day: string } {
  const shop = (q.storefront && setup.storefronts.get(q.storefront)) || [...setup.storefronts.values()][0]!
  const reader = editionOrProblem(setup, shop.code, q.language ?? shop.editions[0]!.language)
  return { reader, day: dateIn(shop.timeZone, now) }
}

/** A page of the library through an edition. */
export async function listMedia(q: MediaQuery, now: number): Promise<{ items: ListedMedia[]; count: number }> {
  const setup = await loadSetup(database())
  const { reader, day } = placeOf(setup, q, now)
  const { items, count } = await listLibrary(database(), setup, {
    ...q,
    day,
    chain: reader.chain.filter((l) => countsAsPresent(reader.edition, l)),
  })
  return {
    count,
    items: items.map(({ used, product, ...one }) => ({
      name: one.item.code,
      mime: one.content.mime,
      bytes: one.content.bytes,
      width: one.content.width,
      height: one.content.height,
      view: one.item.view,
      of: one.item.of?.name ?? null,
      label: labelOfItem(one, reader) ?? null,
      findings: checkItem(one, reader, day),
      used,
      product,
    })),
  }
}

/** One item with everything around it: its content, findings, versions, look-alikes and the products that name it. */
export async function aboutMedia(name: string, q: Place, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const library = await loadLibrary(db, [name])
  const one = library.items.get(name)
  if (!one) throw notFound(`“${name}” in the media library`)
  const { reader, day } = placeOf(setup, q, now)
  const reading = (await readingsOf(db, [name])).get(name)
  return {
    content: one.content,
    reading: reading ? { ...readingInWords(reading, 'en'), swatches: reading.colours, letters: reading.letters } : null,
    findings: checkItem(one, reader, day),
    nearDuplicates: await nearDuplicatesOf(db, name),
    used: await usersOf(db, setup, name, 40),
    versions: (library.versions.get(name) ?? []).map((v) => ({
      name: v.item.code,
      storefront: v.item.of!.storefront,
      language: v.item.of!.language,
    })),
  }
}

/** A name that is free, or that has this content already: `bag.jpg`, `bag-2.jpg`, … */
async function freeName(wanted: string, digest: string): Promise<{ name: string; there: LibraryItem | undefined }> {
  const [, base, ending] = /^(.*?)(\.[a-z0-9]+)?$/.exec(wanted)!
  for (let n = 1; ; n++) {
    const name = n === 1 ? wanted : `${base!}-${n}${ending ?? ''}`
    const there = await libraryItem(database(), name)
    if (!there || there.item.digest === digest) return { name, there }
  }
}

/**
 * Takes a file that was sent into the library: looked at by its content, stored, put under its name. A name that has
 * another content gives way to a free one beside it, or, with `over`, keeps its description and gets the new content.
 */
export async function takeMedia(
  person: Person,
  file: string,
  q: { name: string; taken: 'beside' | 'over' },
  now: number,
): Promise<Uploaded> {
  const wanted = libraryName(q.name)
  const content = await decode('content', { file, name: q.name, bytes: (await stat(file)).size })
  const existing = await libraryItem(database(), wanted)
  const { name, there } =
    q.taken === 'over' ? { name: wanted, there: existing } : await freeName(wanted, content.digest)
  const state = !there ? 'made' : there.item.digest === content.digest ? 'unchanged' : 'replaced'
  if (state !== 'unchanged') {
    await storage().put(content.digest, file, content.mime)
    await inTransaction((tx) => insertContent(tx, content))
    if (there) {
      const { record, tag } = await getRecord('media', name)
      // Where to cut a picture was decided by what was in it.
      await putRecord(
        person,
        'media',
        name,
        { ...record, digest: content.digest, focus: null, crop: null },
        { ifMatch: tag },
        now,
      )
    } else {
      await putRecord(
        person,
        'media',
        name,
        { ...blankItem(name, content.digest), view: isPicture(content.mime) ? viewOfName(q.name) : null },
        { ifNoneMatch: '*' },
        now,
      )
    }
  }
  return {
    name,
    state,
    one: (await libraryItem(database(), name))!,
    nearDuplicates: await nearDuplicatesOf(database(), name),
  }
}

/** What is sent for an item: its row, and its storage key. Throws 404 where there is none. */
export async function mediaToSend(name: string): Promise<LibraryItem> {
  const one = await libraryItem(database(), name)
  if (!one) throw notFound(`“${name}” in the media library`)
  return one
}

/** The pictures of a product in an edition, and what is wrong with them. Throws 404. */
export async function picturesOf(sku: string, q: { storefront: string; language: string }, now: number) {
  const db = database()
  const setup = await loadSetup(db)
  const family = await loadFamilyOf(db, setup, sku)
  if (!family) throw notFound(`product “${sku}”`)
  const { reader, day } = placeOf(setup, q, now)
  const names = namesIn(valuesFor(memberOf(family, sku), family, reader, setup)('pictures')?.value ?? null)
  const library = await loadLibrary(db, names)
  const wanted = setup.types.get(family.root.type)?.views ?? []
  return {
    wanted,
    findings: checkPictures(names, wanted, library, reader, day),
    items: names.flatMap((name) => {
      const one = library.items.get(name)
      return one
        ? [
            {
              name,
              view: one.item.view,
              label: labelOfItem(one, reader) ?? null,
              width: one.content.width,
              height: one.content.height,
              version: versionFor(name, library, reader)!.one.item.code,
            },
          ]
        : []
    }),
  }
}
