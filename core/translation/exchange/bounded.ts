import { ExchangeFileError } from './unit'

/**
 * A parser holds what stands between two tags until it is whole: no text of a file is longer than this, in UTF-16
 * units.
 */
const mostBetweenTags = 2_000_000

/** Watches the chunks of a file of XML. Throws ExchangeFileError where a text in it goes on without an end. */
export function boundedChunks(): (chunk: string, line: number) => void {
  let sinceTag = 0
  return (chunk, line) => {
    const lastTag = chunk.lastIndexOf('<')
    sinceTag = lastTag < 0 ? sinceTag + chunk.length : chunk.length - lastTag
    if (sinceTag > mostBetweenTags)
      throw new ExchangeFileError(
        'One text in the file is longer than 2 million characters. Such files are not read.',
        line,
      )
  }
}
