import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { createXmlDecoder, encodingOfXml } from '@core/translation/exchange/encoding'
import { ExchangeFileError } from '@core/translation/exchange/unit'

const declared = (encoding: string, text: string) => `<?xml version="1.0" encoding="${encoding}"?>\n<x>${text}</x>`
const latin1 = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0))
const utf16 = (text: string, big: boolean, mark: boolean) => {
  const units = [...(mark ? ['\ufeff'] : []), ...text].join('')
  return Uint8Array.from(
    Array.from({ length: units.length }, (_, i) => units.charCodeAt(i)).flatMap((n) =>
      big ? [n >> 8, n & 255] : [n & 255, n >> 8],
    ),
  )
}
/** Decodes in pieces of some bytes, so that characters are torn. */
function decode(bytes: Uint8Array, size = 7): string {
  const decoder = createXmlDecoder()
  let text = ''
  for (let at = 0; at < bytes.length; at += size) text += decoder.write(bytes.subarray(at, at + size))
  return text + decoder.end()
}

describe('an XML file', () => {
  it('is read in the encoding that it names', () => {
    const text = declared('ISO-8859-1', 'sacoche latérale, déjà')
    expect(decode(latin1(text))).toBe(text)
    const windows = Uint8Array.from([...latin1(declared('windows-1252', 'a ')), 0x80])
    expect(decode(windows).endsWith('a </x>€')).toBe(true)
  })
  it('is read as UTF-16, with and without a mark, and as UTF-8 without a declaration', () => {
    const text = '<?xml version="1.0" encoding="UTF-16"?><x>サコッシュ 😀</x>'
    for (const [big, mark] of [
      [true, true],
      [false, true],
      [true, false],
      [false, false],
    ] as const)
      expect(decode(utf16(text, big, mark), 5)).toBe(text)
    expect(decode(new TextEncoder().encode('<x>é</x>'))).toBe('<x>é</x>')
    expect(decode(new TextEncoder().encode('\ufeff<x>é</x>'))).toBe('<x>é</x>')
  })
  it('is refused where it is not written in what it names, or in what is not read', () => {
    expect(() => decode(latin1(declared('UTF-8', 'latérale')))).toThrow(/written in UTF-8, but some of it is not/)
    expect(() => decode(latin1('<x>latérale</x>'))).toThrow(ExchangeFileError)
    expect(() => decode(latin1(declared('UTF-16', 'a')))).toThrow(/is written in UTF-16, and is not/)
    expect(() => decode(latin1(declared('EBCDIC-FR', 'a')))).toThrow(/which is not read. Save it as UTF-8/)
    expect(() => decode(Uint8Array.from([0xff, 0xfe, 0, 0, 0x3c, 0, 0, 0]))).toThrow(/utf-32/)
  })
  it('comes back from UTF-8 and UTF-16 whatever is in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 3000 }), fc.integer({ min: 1, max: 1500 }), (text, size) => {
        const whole = `<?xml version="1.0"?><x>${text}</x>`
        expect(decode(new TextEncoder().encode(whole), size)).toBe(whole)
        expect(decode(utf16(whole, false, true), size)).toBe(whole)
      }),
      { numRuns: 60 },
    )
  })
  it('names its encoding within its declaration only', () => {
    expect(encodingOfXml(latin1('<x a="encoding=\'latin1\'"/>'))).toBe('utf-8')
    expect(encodingOfXml(latin1("<?xml version='1.0' encoding='Shift_JIS' ?>"))).toBe('Shift_JIS')
  })
})
