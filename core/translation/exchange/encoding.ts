import { ExchangeFileError } from './unit'

/** So many bytes at the beginning of a file tell in which encoding it is written. */
const headBytes = 1024

const startsWith = (bytes: Uint8Array, ...wanted: number[]) => wanted.every((byte, i) => bytes[i] === byte)

/** The encoding that the first bytes show by themselves: a byte order mark, or how “<?” stands in UTF-16. */
function encodingByBytes(head: Uint8Array): string | undefined {
  if (startsWith(head, 0xff, 0xfe, 0, 0) || startsWith(head, 0, 0, 0xfe, 0xff)) return 'utf-32'
  if (startsWith(head, 0xef, 0xbb, 0xbf)) return 'utf-8'
  if (startsWith(head, 0xff, 0xfe) || startsWith(head, 0x3c, 0, 0x3f, 0)) return 'utf-16le'
  if (startsWith(head, 0xfe, 0xff) || startsWith(head, 0, 0x3c, 0, 0x3f)) return 'utf-16be'
  return undefined
}

/** The encoding that an XML declaration names; undefined where there is none, or it names none. */
function encodingByDeclaration(head: Uint8Array): string | undefined {
  const ascii = String.fromCharCode(...head)
  return /^<\?xml\s[^>]*?\bencoding\s*=\s*["']([^"']{1,40})["'][^>]*\?>/.exec(ascii)?.[1]
}

/**
 * The encoding of an XML file by its first bytes (Extensible Markup Language 1.0, appendix F): a byte order mark, else
 * the shape of the declaration, else what that names, else UTF-8.
 */
export function encodingOfXml(head: Uint8Array): string {
  const byBytes = encodingByBytes(head)
  const declared = byBytes === undefined ? encodingByDeclaration(head) : undefined
  // A declaration that can be read byte by byte is not written in UTF-16, whatever it says.
  if (declared !== undefined && /^utf-?16|^ucs-?2/i.test(declared))
    throw new ExchangeFileError(`The file says that it is written in ${declared}, and is not. Save it as UTF-8.`, 1)
  return byBytes ?? declared ?? 'utf-8'
}

function decoderFor(encoding: string): TextDecoder {
  try {
    return new TextDecoder(encoding, { fatal: true })
  } catch {
    throw new ExchangeFileError(`The file is written in “${encoding}”, which is not read. Save it as UTF-8.`, 1)
  }
}

/** Reads an XML file piece by piece in the encoding that it names. */
export interface XmlDecoder {
  /** The text of some more bytes. Throws ExchangeFileError where they are none in the file's encoding. */
  write(bytes: Uint8Array): string
  end(): string
}

/**
 * A reader of the bytes of an XML file in whatever encoding it names, UTF-16 included. What is not written in that
 * encoding is refused, so that no character is replaced silently.
 */
export function createXmlDecoder(): XmlDecoder {
  let head: Uint8Array<ArrayBuffer> = new Uint8Array(0)
  let encoding = ''
  let decoder: TextDecoder | undefined

  function decoded(bytes: Uint8Array | undefined): string {
    try {
      return bytes === undefined ? decoder!.decode() : decoder!.decode(bytes, { stream: true })
    } catch {
      throw new ExchangeFileError(
        `The file says that it is written in ${encoding}, but some of it is not. Save it as UTF-8.`,
      )
    }
  }
  function begin(): string {
    encoding = encodingOfXml(head.subarray(0, headBytes))
    decoder = decoderFor(encoding)
    return decoded(head)
  }
  return {
    write(bytes) {
      if (decoder) return decoded(bytes)
      const longer = new Uint8Array(head.length + bytes.length)
      longer.set(head)
      longer.set(bytes, head.length)
      head = longer
      return head.length < headBytes ? '' : begin()
    },
    end() {
      const rest = decoder ? '' : begin()
      return rest + decoded(undefined)
    },
  }
}
