import { readPicture } from '@core/media/reading'
import { contentOfFile } from '../services/media/content-of-file'
import { pixelsOf } from '../services/media/pixels'
import { makeRendition, type RenditionOrder } from '../services/media/make-rendition'
import { firstRows } from '../services/files/first-rows'

/** The longer side of a picture as it is read: colours and letters show at it, and it takes a moment less. */
const readAt = 600

/**
 * What the decoder does with files from outside. Each entry takes what can be sent to another process, and gives the
 * same. Adding one is adding an entry.
 */
export const decoderTasks = {
  /** The format of a file of rows, and its first rows. */
  'first-rows': (file: string) => firstRows(file),
  /** What a picture or file of the library is, by its content. */
  content: ({ file, name, bytes }: { file: string; name: string; bytes: number }) => contentOfFile(file, name, bytes),
  /** A picture as pages show it. */
  rendition: (order: RenditionOrder) => makeRendition(order),
  /** What is read from a photo. */
  photo: async ({ content, measured }: { content: Uint8Array; measured: Parameters<typeof readPicture>[1] }) =>
    readPicture(await pixelsOf(Buffer.from(content), readAt), measured),
} as const

export type DecoderTasks = typeof decoderTasks
export type DecoderTask = keyof DecoderTasks

/** What the decoder is sent. */
export interface Order {
  n: number
  task: DecoderTask
  input: unknown
}

/** What it answers: a result, or what is wrong with the file in words for people, or another error. */
export type Answer =
  | { n: number; result: unknown }
  | { n: number; problem: { status: number; title: string; detail: string } }
  | { n: number; table: { problem: { code: string; message: string }; line: number } }
  | { n: number; error: string }
