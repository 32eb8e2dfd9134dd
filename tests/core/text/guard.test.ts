import { describe, expect, it } from 'vitest'
import { guardCell, isGuarded, unguardCell } from '@core/text/guard'

describe('a cell that a spreadsheet would take for a formula', () => {
  // The full-width signs are those that East Asian keyboards write; spreadsheets read them as the plain ones.
  it.each(['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1', "'quoted", '＝1+1', '＋1', '－1', '＠SUM(A1)', '\\-'])(
    '%j gets a guard, which reading removes again',
    (text) => {
      const cell = guardCell(text)
      expect([cell, isGuarded(cell), unguardCell(cell)]).toEqual([`'${text}`, true, text])
    },
  )
  it.each(['plain', '1 + 1', 'ＡＢＣ', '「引用」', ''])('%j is left as it is', (text) => {
    expect([guardCell(text), unguardCell(text)]).toEqual([text, text])
  })
})
