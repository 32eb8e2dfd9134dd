import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readBlock, writeBlock } from '@core/sheet/block'

describe('blocks of cells on the clipboard', () => {
  it.each<[string, string[][]]>([
    [
      'a\tb\nc\td',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    [
      'a\tb\r\nc\td\r\n',
      [
        ['a', 'b'],
        ['c', 'd'],
      ],
    ],
    ['one', [['one']]],
    ['', [['']]],
    ['\t', [['', '']]],
    ['"two\nlines"\tb', [['two\nlines', 'b']]],
    ['"say ""so"""\tb', [['say "so"', 'b']]],
    ['8" wide\t5" high', [['8" wide', '5" high']]],
    ['"half open\tb', [['"half open', 'b']]],
    ['a\n\nb', [['a'], [''], ['b']]],
  ])('reads %j', (text, rows) => expect(readBlock(text)).toEqual(rows))

  it('reads what it writes, whatever the cells hold', () => {
    const cell = fc.string({ unit: fc.constantFrom('a', '"', '\t', '\n', ' ', '長', 'ß') })
    fc.assert(
      fc.property(
        fc
          .integer({ min: 1, max: 4 })
          .chain((width) =>
            fc.array(fc.array(cell, { minLength: width, maxLength: width }), { minLength: 1, maxLength: 5 }),
          ),
        (rows) => {
          // A single empty row at the end cannot be told from a closing line break.
          fc.pre(rows.at(-1)!.length > 1 || rows.at(-1)![0] !== '')
          expect(readBlock(writeBlock(rows))).toEqual(rows)
        },
      ),
    )
  })
})
