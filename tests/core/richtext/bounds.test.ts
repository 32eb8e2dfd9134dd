import { describe, expect, it } from 'vitest'
import { TextTooComplex, textBounds } from '@core/richtext/bounded-parser'
import { normalForm } from '@core/richtext/normal-form'
import { readNormalForm } from '@core/richtext/read'
import { serialise } from '@core/richtext/tree'

const rows = (n: number, row: string) => `<table>${`<tr>${row}</tr>`.repeat(n)}</table>`
const refused = (html: string) => expect(() => normalForm(html)).toThrow(TextTooComplex)

describe('what a text may hold', () => {
  it('is bounded in columns: what spans farther is cut to them, a cell beyond them is refused', () => {
    expect(normalForm(rows(1, '<td colspan="100">a</td><td colspan="100">b</td>'))).toContain('colspan="100"')
    expect(normalForm(rows(1, `${'<td>a</td>'.repeat(150)}<td colspan="100">b</td>`))).toContain('colspan="50"')
    refused(rows(1, '<td>a</td>'.repeat(textBounds.columns + 1)))
  })
  it('is bounded in cells, those counted that rows are filled up with', () => {
    // 9.6 KB of rows with one cell and one row that is wide would be 9 MB.
    refused(`<table>${'<tr><td>a'.repeat(150)}<tr>${'<td>b'.repeat(150)}</table>`)
    refused(rows(400, '<td rowspan="100" colspan="100">a</td>'))
  })
  it('is bounded in elements, in levels, in attributes, and in length before and after', () => {
    refused('<p>x'.repeat(textBounds.nodes))
    refused('<ul><li>'.repeat(textBounds.depth))
    refused(`<p ${Array.from({ length: 20_000 }, (_, i) => `a${i}`).join(' ')}>x`)
    refused('x'.repeat(textBounds.length + 1))
    // Each letter becomes five.
    refused('&'.repeat(300_000))
  })
  it('is plenty for a long guide with pictures, lists and a size table', () => {
    const chapter = [
      '<h2>Fitting</h2>',
      `<p>${'Set the lower hook first. '.repeat(40)}</p>`,
      `<ol>${'<li>Open <strong>both</strong> hooks</li>'.repeat(20)}</ol>`,
      rows(12, '<td>S</td><td>38–40 cm</td><td>170</td>'),
    ].join('')
    const guide = chapter.repeat(60)
    expect(guide.length).toBeGreaterThan(140_000)
    expect(normalForm(guide).length).toBeGreaterThan(140_000)
  })
  it('keeps its form: bounded and cleaned twice it is the same', () => {
    for (const html of [
      rows(3, '<td rowspan="3">a</td><td colspan="2">b</td>'),
      '<b><i><p>x<b>y</b></i></b>',
      '<em>a<p>b<em>c</em></p></em>',
    ]) {
      const once = normalForm(html)
      expect(normalForm(once)).toBe(once)
      expect(serialise(readNormalForm(once))).toBe(once)
    }
  })
})

describe('marks of other pages', () => {
  it('say nothing, and the words in them stay', () => {
    expect(normalForm('<p><font color="red">red</font> <u>under</u> <code>x = 1</code></p>')).toBe(
      '<p>red under x = 1</p>',
    )
  })
  it('that differ only in what is dropped are the same mark', () => {
    expect(normalForm('<p><b class="a">x</b><b class="b">y</b></p>')).toBe('<p><strong>xy</strong></p>')
  })
})

describe('what is stored', () => {
  it('is cleaned again on its way to a page, should it have come by another way', () => {
    expect(serialise(readNormalForm('<p onclick="x()">a<script>b</script><a href="javascript:x">c</a></p>'))).toBe(
      '<p>ac</p>',
    )
    expect(readNormalForm('<p>'.repeat(100_000))).toEqual([])
  })
})
