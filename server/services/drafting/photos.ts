import { buffer } from 'node:stream/consumers'
import type { PhotoReading } from '@core/media/reading'
import { readingVersion } from '@core/media/reading'
import { database } from '../../db/connect'
import { keepReading, readingsOf, unreadPictures } from '../../db/queries/media'
import { decode } from '../../decoder/decode'
import { storage } from '../../storage/chosen'

const atOnce = 20

/** What a picture is taken for whose content is lost or damaged, so that it is not tried again and again. */
const nothing: PhotoReading = {
  version: readingVersion,
  plain: false,
  ground: '#ffffff',
  colours: [],
  subject: { left: 0, top: 0, width: 1, height: 1 },
  proportions: 1,
  letters: 0,
}

/**
 * Reads pictures that have not been read yet, of some names or of all; at most so many. Returns how many. Worker's
 * work: each takes a tenth of a second.
 */
export async function readPhotos(most: number, names?: readonly string[]): Promise<number> {
  const waiting = await unreadPictures(database(), readingVersion, most, names)
  for (const { digest, measured } of waiting) {
    const content = await storage().get(digest)
    const reading = content
      ? await decode('photo', { content: await buffer(content), measured }).catch(() => nothing)
      : nothing
    await keepReading(database(), digest, reading)
  }
  return waiting.length
}

/** Looks after pictures that came into the library: what was sent is read a little later. */
export async function lookAfterPhotos(): Promise<void> {
  while ((await readPhotos(atOnce)) === atOnce);
}

/** The readings of pictures by their names; those that were not read yet are read now. */
export async function readingsNow(names: readonly string[]): Promise<Map<string, PhotoReading>> {
  if (names.length > 0) await readPhotos(names.length, names)
  return readingsOf(database(), names)
}
